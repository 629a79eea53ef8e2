import type { RigModel } from "../address";
import { circuitOf } from "../circuit";
import type { Nanoseconds } from "../quantity";
import type { PipId } from "../rig";
import type { Board } from "./board";
import { faceOf, shownOnAll, type Shown } from "./scan-light";
import { VISIBLE } from "./face";

/** So long an eye adds up light; digits that take turns within it are seen together. */
const WINDOW: Nanoseconds = 20e6;

/** A picture of a driver chip that stays shorter is on its way to the next one; junk always counts. */
const SEEN: Nanoseconds = 2e6;

const NONE: ReadonlySet<PipId> = new Set();

export interface WatchedFace {
  readonly at: Nanoseconds;
  readonly digits: readonly Shown[];
}

/**
 * What reads on the face of a board whose lines somebody else moves. Driver chips scan by themselves: their picture
 * counts as soon as it changes. Everything else is added up over the time an eye takes.
 */
export class FaceWatch {
  private readonly circuit;
  private readonly lines: ReadonlySet<string>;
  private readonly pips: readonly PipId[];
  private currents: readonly number[] = [];
  private readonly charge: Float64Array;
  private since: Nanoseconds = 0;
  private from: Nanoseconds = 0;
  private readonly scanned: boolean;
  private pending: Nanoseconds | undefined = 0;
  private junk: WatchedFace | undefined;

  constructor(
    private readonly model: RigModel,
    private readonly board: Board,
  ) {
    this.circuit = circuitOf(model);
    this.lines = new Set(
      this.circuit.outputs.flatMap((driver) => (driver.kind === "line" ? [driver.line] : [])),
    );
    this.pips = model.addresses.map(({ pip }) => pip);
    this.charge = new Float64Array(this.pips.length);
    this.scanned = board.drivers.length > 0;
    this.read();
  }

  private read(): void {
    if (this.scanned) return;
    const { leds } = this.circuit.solve(this.circuit.outputs.map((driver) => this.board.level(driver)));
    this.currents = this.pips.map((pip) => leds.get(pip) ?? 0);
  }

  /** A line has changed at a moment. */
  changed(line: string, at: Nanoseconds): void {
    const touched = this.board.takeTouched();
    if (!touched && !this.lines.has(line)) return;
    if (!this.scanned) return this.read();
    this.pending = at;
    if (this.isJunk()) this.junk = { at, digits: faceOf(this.model, this.board) };
  }

  /** Time goes on to a moment; faces that are complete by then are given. */
  until(at: Nanoseconds, show: (face: WatchedFace) => void): void {
    if (this.scanned) {
      if (this.junk) show(this.junk);
      this.junk = undefined;
      if (this.pending === undefined || at - this.pending < SEEN) return;
      show({ at: this.pending, digits: faceOf(this.model, this.board) });
      this.pending = undefined;
      return;
    }
    while (at - this.from >= WINDOW) {
      this.pass(this.from + WINDOW);
      this.give(WINDOW, show);
      // A long stretch in which nothing moves is one face.
      const idle = Math.floor((at - this.from) / WINDOW) - 1;
      if (idle > 1) {
        this.from += idle * WINDOW;
        this.since = this.from;
      }
    }
    this.pass(at);
  }

  /** The capture ends: what is lit then counts even if it was not lit for long. */
  end(at: Nanoseconds, show: (face: WatchedFace) => void): void {
    if (this.scanned) {
      if (this.pending !== undefined) show({ at: this.pending, digits: faceOf(this.model, this.board) });
      return;
    }
    if (at > this.from) this.give(at - this.from, show);
  }

  /** Some chip lights what was never written. */
  private isJunk(): boolean {
    return this.board.drivers.some((driver) =>
      driver.units.some((unit) =>
        driver.picture(unit).digits.some(({ unknown, share }) => unknown !== 0 && share > 0),
      ),
    );
  }

  private pass(to: Nanoseconds): void {
    const span = to - this.since;
    if (span > 0)
      for (let index = 0; index < this.charge.length; index += 1)
        this.charge[index]! += (this.currents[index] ?? 0) * span;
    this.since = to;
  }

  private give(span: Nanoseconds, show: (face: WatchedFace) => void): void {
    const most = Math.max(...this.charge) / span;
    // Ghosts and edges are far dimmer than what is meant to be seen.
    const lit = new Set(
      this.pips.filter((_, index) => this.charge[index]! / span > Math.max(VISIBLE, most * 0.1)),
    );
    show({
      at: this.from,
      digits: shownOnAll(this.model, { lit, unknown: NONE }),
    });
    this.charge.fill(0);
    this.from += span;
  }
}
