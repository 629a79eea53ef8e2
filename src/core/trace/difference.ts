import type { Nanoseconds } from "../quantity";

/** What a capture does otherwise than the rig's own program, with what to do about it. */
export interface Difference {
  readonly kind:
    | "nothing"
    | "dead line"
    | "missing set-up"
    | "running"
    | "bit order"
    | "byte order"
    | "digit order"
    | "polarity"
    | "swapped lines"
    | "register"
    | "digit count"
    | "junk shown"
    | "turned modules"
    | "other text"
    | "none";
  readonly severity: "fault" | "caution" | "note" | "good";
  readonly at: Nanoseconds | undefined;
  readonly title: string;
  readonly remedy: string;
}
