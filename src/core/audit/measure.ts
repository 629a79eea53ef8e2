import type { Solution } from "../circuit";
import type { PipId, UnitRef } from "../rig";

export type MeasureKind = "led" | "resistor" | "output" | "package" | "transistor" | "heat" | "supply";

/** Something that carries a current or turns it into heat, with what it may carry. */
export interface Measure {
  readonly id: string;
  readonly kind: MeasureKind;
  readonly title: string;
  readonly pip?: PipId;
  readonly ref?: UnitRef;
  /** A in amperes, W in watts, × a plain ratio. */
  readonly unit: "A" | "W" | "×";
  /** What is good practice, or what a sheet promises its levels to. */
  readonly keep?: number;
  /** What must never be passed. */
  readonly maximum?: number;
  /** Limits that hold for the average, where they differ from those of the moment. */
  readonly averageMaximum?: number;
  /** Where the limits come from. */
  readonly limits: string;
  /** Share of the time the value lasts, where a chip scans by itself. */
  readonly lasts?: number;
  /** The value in one state of the circuit, in base units. */
  readonly of: (solution: Solution) => number;
}
