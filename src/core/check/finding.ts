import type { LegRef, PipId } from "../rig";
import type { Topic } from "../subject";

/** Fault: it will not work, or something is over a limit. Caution: it works and may bite. Note: worth knowing. */
export type Severity = "fault" | "caution" | "note";

/** Something a maker can act on: what, where, what to do. */
export interface Finding {
  readonly id: string;
  readonly severity: Severity;
  readonly topic: Topic;
  readonly title: string;
  /** Why, with the numbers. */
  readonly reason: string;
  readonly remedy: string;
  readonly legs: readonly LegRef[];
  readonly pips: readonly PipId[];
  /**
   * What may be said of its LEDs instead: that they are left unwired on purpose, that they are wanted after all, or that
   * they light again.
   */
  readonly offer?: "leave-out" | "bring-back" | "alive";
  /** Rows of the audit it speaks of. */
  readonly rows?: readonly string[];
}

export { capital, listing } from "../quantity";

type Given = Omit<Finding, "legs" | "pips"> & Partial<Pick<Finding, "legs" | "pips">>;

/** A finding with what it does not name left empty: no legs, no pips. */
export const finding = (given: Given): Finding => ({ legs: [], pips: [], ...given });

const ORDER: readonly Severity[] = ["fault", "caution", "note"];

/** Faults before cautions before notes; within each the order they were found in, as sorting is stable. */
export const bySeverity = (one: Finding, other: Finding): number =>
  ORDER.indexOf(one.severity) - ORDER.indexOf(other.severity);

/** A sentence as part of another: its first letter small, unless it is a name such as a leg's. */
export const decapital = (text: string): string =>
  /^[A-Z][a-z ]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text;
