import type { LegRef } from "../rig";
import type { Topic } from "../subject";

export type HopKind =
  | "light"
  | "leg"
  | "resistor"
  | "output"
  | "bit"
  | "sent"
  | "lines"
  | "lifted"
  | "header"
  | "time"
  | "hand"
  | "current"
  | "return"
  | "broken";

/** One stop on the way from an LED to the code, and back to what the eye gets. */
export interface Hop {
  readonly kind: HopKind;
  readonly topic: Topic;
  readonly title: string;
  readonly detail?: string;
  readonly legs: readonly LegRef[];
}
