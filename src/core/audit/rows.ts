import type { Measure } from "./measure";
import type { Search, Worst } from "./search";

/** A measure at its worst, and on average over the show. */
export interface AuditRow extends Omit<Measure, "of" | "ofAny"> {
  /** The worst the scan can put out. */
  readonly worst: Worst;
  /** The worst of any state, where that is worse: at power-up, or when the program has stopped halfway. */
  readonly astray?: Worst;
  /** Undefined of what only flows through a buzzer or a relay: how long those are on is decided by what happens. */
  readonly average: number | undefined;
  /** The worst as a share of the lowest limit that must never be passed, or of good practice where there is none. */
  readonly share: number | undefined;
}

export interface Audit extends Pick<Search, "states" | "complete"> {
  readonly rows: readonly AuditRow[];
}
