import type { Encoding, LegRef, PipId, Rig } from "../../rig";

/** A rig on the table, and the code that runs on it, which was written for the rig as it should be. */
export interface Made {
  readonly rig: Rig;
  readonly code: Encoding;
  /** The set-up write the code leaves out, by its place. */
  readonly without?: number;
}

/** Something that may be wrong on the table or in the code. */
export interface Fault {
  readonly id: string;
  /** In words. */
  readonly says: string;
  /** What to do about it, in words. */
  readonly mend: string;
  /** The legs it is at. */
  readonly legs: readonly LegRef[];
  /** The wire, or the LED, it is in. */
  readonly wire?: string;
  readonly pip?: PipId;
  /** Where it is: a capture of the lines tells the two apart. */
  readonly where: "table" | "code";
  /** How often it happens, against the others. */
  readonly weight: number;
  /** Makes it in a rig, which may have other faults already. */
  readonly make: (given: Made) => Made;
}

/**
 * How often each kind happens at benches, by experience and not by count: a wire one hole off more than a dead chip.
 */
export const WEIGHTS = {
  missing: 3,
  beside: 3,
  exchanged: 2,
  shorted: 1,
  turned: 1,
  reversed: 1,
  resistor: 1,
  polarity: 1,
  broken: 0.4,
  dead: 0.5,
  order: 1.5,
  supply: 0.7,
  leftOut: 0.5,
} as const;

/** Two faults at once are rarer than one by this. */
export const PAIR = 0.08;
