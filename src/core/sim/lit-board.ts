import type { RigModel } from "../address";
import type { LineGiven } from "../bus";
import { circuitOf, type RigCircuit } from "../circuit";
import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";
import type { PipId } from "../rig";
import { Board } from "./board";
import { flows, type Moment } from "./moment";
import { Moments } from "./moments";
import { ScanLights } from "./scan-light";
import { conducting } from "./storage";

/** Charge that has flowed up to a moment, and how long nobody could tell, by LED. */
export interface Charge {
  readonly at: Nanoseconds;
  readonly charge: Float64Array;
  readonly doubt: Float64Array;
}

/** Who looks on: told of every moment the circuit comes to. */
export type Follows = (board: LitBoard, currents: Float64Array, at: Nanoseconds) => void;

/**
 * A rig's parts and light under edges that come one by one, from code nobody knows beforehand. What conducts on for its
 * turn-off time is counted in, edge after edge.
 */
export class LitBoard {
  readonly board: Board;
  readonly pips: readonly PipId[];
  private readonly circuit: RigCircuit;
  private readonly moments: Moments;
  private readonly scanLights: ScanLights;
  /** Lines that reach the LEDs themselves and not only chips. */
  private readonly circuitLines: ReadonlySet<string>;
  private readonly serialShows: boolean;
  private now: Nanoseconds = 0;
  /** The circuit by what drives it, and as it is with what still conducts. */
  private base: Moment;
  private moment: Moment;
  private driven: ReadonlySet<string>;
  /** Transistors whose drive is gone, and until when they conduct. */
  private readonly until = new Map<string, Nanoseconds>();
  private readonly charge: Float64Array;
  private readonly doubt: Float64Array;

  constructor(
    model: RigModel,
    private readonly follows: Follows = () => {},
  ) {
    this.board = new Board(model);
    this.circuit = circuitOf(model);
    this.scanLights = new ScanLights(model, this.board);
    this.pips = model.addresses.map(({ pip }) => pip);
    this.moments = new Moments(model, this.board, this.circuit, this.scanLights, this.pips);
    this.serialShows = this.circuit.outputs.some(({ kind }) => kind === "serial-out");
    this.circuitLines = new Set(
      this.circuit.outputs.flatMap((driver) => (driver.kind === "line" ? [driver.line] : [])),
    );
    this.charge = new Float64Array(this.pips.length);
    this.doubt = new Float64Array(this.pips.length);
    this.base = this.moment = this.moments.now();
    this.driven = conducting(this.base.solution);
    this.follows(this, this.moment.currents, 0);
  }

  get time(): Nanoseconds {
    return this.now;
  }

  get currents(): Float64Array {
    return this.moment.currents;
  }

  /** The levels of the circuit's outputs. */
  get levels(): readonly Level[] {
    return this.base.levels;
  }

  /** A line is given a level, or let go, at a moment that is not before the last. */
  drive(line: string, given: Level | LineGiven, at: Nanoseconds): void {
    this.passTo(at);
    this.board.takeTouched();
    this.board.drive(line, given, at);
    this.look(this.circuitLines.has(line));
  }

  /** Looks what the circuit is in after something else than a line has changed the board. */
  look(sure = true): void {
    if (!this.board.takeTouched() && !sure && !this.serialShows) return;
    for (const driver of this.board.drivers) driver.takeNotes();
    const levels = this.moments.levels();
    const scan = this.scanLights.now();
    const { base } = this;
    if (scan === base.scan && levels.every((level, place) => level === base.levels[place])) return;
    if (this.moments.isFull) {
      this.moments.forgetAllBut(base);
      this.scanLights.forget();
    }
    this.base = this.moments.now(levels, scan);
    const now = conducting(this.base.solution);
    for (const { id, turnOff } of this.circuit.switches) {
      if (now.has(id)) this.until.delete(id);
      else if (this.driven.has(id)) this.until.set(id, this.now + turnOff);
    }
    this.driven = now;
    this.show();
  }

  /** Time goes on and nothing is driven. */
  passTo(until: Nanoseconds): void {
    while (this.until.size > 0) {
      const next = Math.min(...this.until.values());
      if (next > until) break;
      this.pass(next);
      for (const [id, ends] of this.until) if (ends <= next) this.until.delete(id);
      this.show();
    }
    this.pass(until);
  }

  /** What has flowed up to now. */
  mark(): Charge {
    return { at: this.now, charge: this.charge.slice(), doubt: this.doubt.slice() };
  }

  private show(): void {
    const { levels, unknown, scan } = this.base;
    const moment =
      this.until.size > 0 ? this.moments.at(levels, unknown, scan, new Set(this.until.keys())) : this.base;
    if (moment === this.moment) return;
    this.moment = moment;
    this.follows(this, moment.currents, this.now);
  }

  private pass(until: Nanoseconds): void {
    if (until <= this.now) return;
    flows(this.moment, this.charge, this.doubt, this.now, until);
    this.now = until;
  }
}
