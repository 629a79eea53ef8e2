import type { Nanoseconds } from "../quantity";

/** Charge and doubt of every LED up to a moment. */
export interface Mark {
  readonly at: Nanoseconds;
  readonly charge: Float64Array;
  readonly doubt: Float64Array;
}

/** Faces that stand shorter are meant to run into each other, as an eye sees them, in ns. */
const STANDS: Nanoseconds = 50e6;

/**
 * Where one face becomes the next within a look. An average over both reads as neither, so the look is cut there: it
 * tells of the new face once a whole turn of it has passed, and of the old one until then.
 */
export class ChangeCut {
  private waiting = false;
  private cut: Mark | undefined;

  /** The program takes up a face that is to stand for a time. */
  begins(stands: Nanoseconds): void {
    this.waiting = stands >= STANDS;
  }

  /** What was put out is complete. */
  complete(mark: () => Mark): void {
    if (!this.waiting) return;
    this.waiting = false;
    this.cut = mark();
  }

  /** The part of a look that shows one face. @param turn length of a turn of the scan; 0 where nothing takes turns */
  part(from: Mark, to: Mark, turn: Nanoseconds): readonly [Mark, Mark] {
    const { cut } = this;
    if (!cut || cut.at <= from.at || cut.at >= to.at) return [from, to];
    return to.at - cut.at >= turn ? [cut, to] : [from, cut];
  }
}
