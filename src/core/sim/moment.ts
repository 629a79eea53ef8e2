import type { Level } from "../chip";
import type { Solution } from "../circuit";
import type { Milliamps, Nanoseconds } from "../quantity";

/** What the circuit is in: the currents of the LEDs, and those nobody can tell. */
export interface Moment {
  readonly levels: readonly Level[];
  readonly currents: readonly Milliamps[];
  readonly unknown: readonly boolean[];
  readonly solution: Solution;
}

/** A stretch in which nothing changes, from the start of a burst. */
export interface Stretch {
  readonly from: Nanoseconds;
  readonly moment: Moment;
}
