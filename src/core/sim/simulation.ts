import type { RigModel } from "../address";
import { LOW, UNKNOWN, type Level } from "../chip";
import { circuitOf, type RigCircuit } from "../circuit";
import type { Cell } from "../glyph";
import { runProgram, type Program, type TimedEvent } from "../program";
import type { Milliamps, Nanoseconds } from "../quantity";
import { controllerById, type PipId } from "../rig";
import { Board } from "./board";

export type PipState = "lit" | "dark" | "unknown";

export interface PipLight {
  readonly pip: PipId;
  /** Average since the face was last looked at. */
  readonly current: Milliamps;
  readonly state: PipState;
}

/** What the display shows, as an eye would take it in since the last look. */
export interface Face {
  readonly time: Nanoseconds;
  readonly pips: readonly PipLight[];
  /** The place of the show that was last sent whole; undefined before the first. */
  readonly cell: Cell | undefined;
  /** The program has nothing more to do. */
  readonly ended: boolean;
}

/** A current that an eye still takes for light. */
const VISIBLE: Milliamps = 0.02;

/** Runs a program on a rig at leg level: deterministic, event by event, in integer nanoseconds. */
export class Simulation {
  private readonly board: Board;
  private readonly circuit: RigCircuit;
  private readonly events: Iterator<TimedEvent, void>;
  private next: TimedEvent | undefined;
  private now: Nanoseconds = 0;
  private lookedAt: Nanoseconds = 0;
  private cell: Cell | undefined;
  private readonly pips: readonly PipId[];
  private levels: readonly Level[] = [];
  private currents: readonly Milliamps[] = [];
  private unknown: readonly boolean[] = [];
  private readonly charge: number[];

  constructor(
    private readonly model: RigModel,
    private readonly program: Program,
  ) {
    this.board = new Board(model);
    this.circuit = circuitOf(model);
    this.pips = model.addresses.map(({ pip }) => pip);
    this.charge = this.pips.map(() => 0);
    this.events = runProgram(program, controllerById(model.rig.plan.controller).cost);
    this.solve();
    this.fetch();
  }

  get time(): Nanoseconds {
    return this.now;
  }

  get ended(): boolean {
    return this.next === undefined;
  }

  /** Runs up to and including a moment. */
  advanceTo(until: Nanoseconds): void {
    while (this.next && this.next.at <= until) this.take();
    this.pass(until);
  }

  /** Runs until the face differs from what it was, the whole show has been through without a change, or it ends. */
  stepToChange(): void {
    const before = this.picture();
    let sends = this.program.patterns.length + 2;
    while (this.next && sends > 0 && this.picture() === before) {
      if (this.next.kind === "sent") sends -= 1;
      this.take();
    }
    if (this.next?.kind === "sent") this.take();
  }

  /** Runs to the end of the next send and starts a new average there. */
  advanceToSent(): void {
    while (this.next && this.next.kind !== "sent") this.take();
    if (this.next) this.take();
    this.look();
  }

  /** What was to be seen since the last call; then starts the next average. */
  look(): Face {
    const span = this.now - this.lookedAt;
    const pips = this.pips.map((pip, at): PipLight => {
      const current = span > 0 ? this.charge[at]! / span : this.currents[at]!;
      this.charge[at] = 0;
      return { pip, current, state: this.unknown[at] ? "unknown" : current > VISIBLE ? "lit" : "dark" };
    });
    this.lookedAt = this.now;
    return { time: this.now, pips, cell: this.cell, ended: this.ended };
  }

  private picture(): string {
    return this.currents
      .map((current, at) => (this.unknown[at] ? "?" : current > VISIBLE ? "1" : "0"))
      .join("");
  }

  private fetch(): void {
    const next = this.events.next();
    this.next = next.done ? undefined : next.value;
  }

  /** Carries out the next event. */
  private take(): void {
    const event = this.next!;
    this.pass(event.at);
    switch (event.kind) {
      case "line-mode":
        this.board.drive(event.line, LOW);
        this.solve();
        break;
      case "line":
        this.board.drive(event.line, event.level as Level);
        this.solve();
        break;
      case "sent":
        this.cell = event.pattern.cell;
        break;
      case "sending":
        break;
    }
    this.fetch();
  }

  private pass(until: Nanoseconds): void {
    const span = until - this.now;
    if (span <= 0) return;
    for (let at = 0; at < this.charge.length; at += 1) this.charge[at]! += this.currents[at]! * span;
    this.now = until;
  }

  /** Takes up the outputs' levels; the circuit is looked at again only where one of them changed. */
  private solve(): void {
    const levels = this.circuit.outputs.map((driver) => this.board.level(driver));
    if (levels.every((level, at) => level === this.levels[at]) && this.currents.length > 0) return;
    this.levels = levels;
    const { leds } = this.circuit.solve(levels);
    this.currents = this.pips.map((pip) => leds.get(pip)!);
    this.unknown = this.model.addresses.map(({ anodeReach, cathodeReach }) =>
      [...anodeReach, ...cathodeReach].some(({ driver }) => this.board.level(driver) === UNKNOWN),
    );
  }
}
