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
  private oldEnds: Mark | undefined;
  private newBegins: Mark | undefined;

  /**
   * The program takes up a face that is to stand for a time.
   * @param scanBegan when the turn that is under way began: its slots may belong to either face
   */
  begins(stands: Nanoseconds, scanBegan: Mark | undefined): void {
    this.waiting = stands >= STANDS;
    this.oldEnds = scanBegan;
  }

  /** What was put out is complete. */
  complete(mark: () => Mark): void {
    if (!this.waiting) return;
    this.waiting = false;
    this.newBegins = mark();
  }

  /**
   * The part of a look that shows one face.
   * @param scanLength length of a turn of the scan; 0 where nothing takes turns
   * @returns undefined where no whole turn of either is in it
   */
  part(from: Mark, to: Mark, scanLength: Nanoseconds): readonly [Mark, Mark] | undefined {
    const { newBegins } = this;
    const oldEnds = this.oldEnds ?? newBegins;
    const begun = newBegins !== undefined && (oldEnds === undefined || newBegins.at >= oldEnds.at);
    if (this.waiting ? !oldEnds || oldEnds.at >= to.at : !begun || newBegins.at <= from.at) return [from, to];
    if (!this.waiting && newBegins!.at < to.at && to.at - newBegins!.at >= scanLength)
      return [newBegins!, to];
    return oldEnds!.at - from.at >= scanLength && oldEnds!.at > from.at ? [from, oldEnds!] : undefined;
  }
}
