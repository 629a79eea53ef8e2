import type { RigModel } from "../address";
import { World, rawMoves, type Left, type Move } from "../inputs";
import type { Level } from "../level";
import { LOW } from "../level";
import {
  boardOf,
  startProgram,
  type Program,
  type ProgramRun,
  type Spent,
  type TimedEvent,
} from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById, type UnitRef } from "../rig";
import { Happenings, type Happened } from "./happened";

/** How far a step goes where nothing is known of the hands, in ns. */
const STEP_ON: Nanoseconds = 1e6;

/** How long “lately” is at the least, in ns; at the most it is twice that. */
const LATELY: Nanoseconds = 500e6;

/** What a program is at work with. */
export interface Work {
  readonly spent: Spent;
  readonly happened: readonly Happened[];
}

const spentSince = (now: Spent, before: Spent): Spent => ({
  out: now.out - before.out,
  reading: now.reading - before.reading,
  waiting: now.waiting - before.waiting,
  working: now.working - before.working,
  idle: now.idle - before.idle,
});

/** What a run leaves where the power is cut, and how long after the first power-up that is. */
export interface LeftOver extends Left {
  readonly since: Nanoseconds;
}

/** A line that was sent over the serial line. */
export interface Told {
  readonly at: Nanoseconds;
  readonly text: string;
}

/** A program that reads, with the hands it reads: what is known of them, and the lines it sets one by one. */
export class Reacting {
  private readonly world: World;
  private readonly run: ProgramRun;
  /** ns from the first power-up to the last. */
  private readonly since: Nanoseconds;
  /** Levels put on lines, which they have whenever they are outputs. */
  private readonly waiting = new Map<string, Level>();
  private readonly outputs = new Set<string>();
  readonly told: Told[] = [];
  private readonly happenings: Happenings;
  /** What was spent a while ago, and a while before that. */
  private marks: Array<{ readonly at: Nanoseconds; readonly spent: Spent }>;

  constructor(
    private readonly model: RigModel,
    program: Program,
    left: LeftOver | undefined,
  ) {
    this.world = new World(model, left);
    this.since = left?.since ?? 0;
    this.run = startProgram(program, boardOf(controllerById(model.rig.plan.controller)), this.world);
    this.happenings = new Happenings(program, model.rig.live, (variable) => this.run.look(variable) ?? 0);
    const none = { at: 0, spent: this.run.spent() };
    this.marks = [none, none];
  }

  get events(): Iterator<TimedEvent, void> {
    return this.run.events;
  }

  variable(name: string): number | undefined {
    return this.run.look(name);
  }

  /** Where the controller's time went lately, and what took place, the latest first. */
  work(now: Nanoseconds): Work {
    this.happenings.note(now);
    const spent = this.run.spent();
    if (now - this.marks[1]!.at >= LATELY) this.marks = [this.marks[1]!, { at: now, spent }];
    return { spent: spentSince(spent, this.marks[0]!.spent), happened: this.happenings.latest };
  }

  /** Something has taken place, or somebody looks: what is different by now is noted. */
  note(at: Nanoseconds): void {
    this.happenings.note(at);
  }

  /** A line was sent. */
  tell(at: Nanoseconds, text: string): void {
    this.told.push({ at, text });
    this.happenings.add(at, `answered “${text}”`);
  }

  hands(now: Nanoseconds): Readonly<Record<UnitRef, number>> {
    return this.world.stand(now);
  }

  /** What is left where the power is cut. */
  left(at: Nanoseconds): LeftOver {
    return { ...this.world.left(at), since: this.since + at };
  }

  /**
   * @param move its moment is how many ms from now on it takes place
   * @param from the moment up to which the program has read
   * @returns the move as it stands on a tape, from the first power-up on: played again it bounces alike
   */
  move(move: Move, from: Nanoseconds): Move {
    const moved = { ...move, at: move.at + (this.since + from + 1) / 1e6 };
    this.world.add(rawMoves(this.model.rig, moved).map((raw) => ({ ...raw, at: raw.at - this.since })));
    return moved;
  }

  expect(moves: readonly Move[]): void {
    this.world.add(moves.flatMap((move) => rawMoves(this.model.rig, move)));
  }

  knowUntil(moment: Nanoseconds): void {
    this.world.knowUntil(moment);
  }

  /** Nobody looks on up to a moment. */
  unseen(until: Nanoseconds): void {
    this.run.unseen(until);
  }

  /** Who goes on step by step knows that no hand moves meanwhile. */
  goOn(now: Nanoseconds): void {
    if (now >= this.world.knownUntil) this.world.knowUntil(now + STEP_ON);
  }

  /** A line is given a level. @returns whether it stands on the line: one that is no output yet takes it when it becomes one */
  setLine(line: string, level: 0 | 1): boolean {
    this.waiting.set(line, level);
    return this.outputs.has(line);
  }

  /** A line is no output any more. */
  letGo(line: string): void {
    this.outputs.delete(line);
  }

  /** Bytes come over the serial line from a moment on, one after the other as fast as it carries them. */
  receive(bytes: readonly number[], from: Nanoseconds, baud: number): void {
    const byteTime = Math.round(1e10 / baud);
    this.world.add(bytes.map((byte, nth) => ({ at: from + 1 + (nth + 1) * byteTime, byte })));
  }

  /** A line becomes an output. @returns the level it has from then on */
  makeOutput(line: string): Level {
    this.outputs.add(line);
    return this.waiting.get(line) ?? LOW;
  }
}
