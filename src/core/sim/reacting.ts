import type { RigModel } from "../address";
import { World, rawMoves, type Move } from "../inputs";
import type { Level } from "../level";
import { LOW } from "../level";
import { boardOf, startProgram, type Program, type ProgramRun, type TimedEvent } from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById, type UnitRef } from "../rig";

/** How far a step goes where nothing is known of the hands, in ns. */
const STEP_ON: Nanoseconds = 1e6;

/** A line that was sent over the serial line. */
export interface Told {
  readonly at: Nanoseconds;
  readonly text: string;
}

/** A program that reads, with the hands it reads: what is known of them, and the lines it sets one by one. */
export class Reacting {
  private readonly world: World;
  private readonly run: ProgramRun;
  /** Levels put on lines before they were outputs. */
  private readonly waiting = new Map<string, Level>();
  private readonly outputs = new Set<string>();
  readonly told: Told[] = [];

  constructor(
    private readonly model: RigModel,
    program: Program,
    memory: Uint8Array | undefined,
  ) {
    this.world = new World(model, memory);
    this.run = startProgram(program, boardOf(controllerById(model.rig.plan.controller)), this.world);
  }

  get events(): Iterator<TimedEvent, void> {
    return this.run.events;
  }

  variable(name: string): number | undefined {
    return this.run.look(name);
  }

  hands(): Readonly<Record<UnitRef, number>> {
    return this.world.stand();
  }

  /** What is left of the memory where the power is cut. */
  memory(at: Nanoseconds): Uint8Array {
    return this.world.left(at);
  }

  /**
   * @param move its moment is how many ms from now on it takes place
   * @param from the moment up to which the program has read
   */
  move(move: Move, from: Nanoseconds): Move {
    const moved = { ...move, at: move.at + (from + 1) / 1e6 };
    this.world.add(rawMoves(this.model.rig, moved));
    return moved;
  }

  expect(moves: readonly Move[]): void {
    this.world.add(moves.flatMap((move) => rawMoves(this.model.rig, move)));
  }

  knowUntil(moment: Nanoseconds): void {
    this.world.knowUntil(moment);
  }

  /** Who goes on step by step knows that no hand moves meanwhile. */
  goOn(now: Nanoseconds): void {
    if (now >= this.world.knownUntil) this.world.knowUntil(now + STEP_ON);
  }

  /** A line is given a level. @returns whether it stands on the line: one that is no output yet takes it when it becomes one */
  setLine(line: string, level: 0 | 1): boolean {
    if (this.outputs.has(line)) return true;
    this.waiting.set(line, level);
    return false;
  }

  /** A line becomes an output. @returns the level it has from then on */
  makeOutput(line: string): Level {
    this.outputs.add(line);
    return this.waiting.get(line) ?? LOW;
  }
}
