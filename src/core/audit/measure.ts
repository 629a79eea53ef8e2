import type { Solution } from "../circuit";
import { formatQuantity } from "../quantity";
import type { PipId, UnitRef } from "../rig";

export type MeasureKind =
  "led" | "resistor" | "diode" | "output" | "package" | "transistor" | "heat" | "supply";

/** A in amperes, W in watts, × a plain ratio. */
export type MeasureUnit = "A" | "W" | "×";

/** A value of a measure as one reads it: `12.5 mA`, `0.4 W`, `23 ×`. */
export const formatMeasure = (value: number, unit: MeasureUnit, digits = 3): string =>
  unit === "×" ? `${Number(value.toPrecision(digits))} ×` : formatQuantity(value, unit, digits);

/** Something that carries a current or turns it into heat, with what it may carry. */
export interface Measure {
  readonly id: string;
  readonly kind: MeasureKind;
  readonly title: string;
  readonly pip?: PipId;
  readonly ref?: UnitRef;
  readonly unit: MeasureUnit;
  /** What is good practice, or what a sheet promises its levels to. */
  readonly keep?: number;
  /** What must never be passed. */
  readonly maximum?: number;
  /** Limits that hold for the average, where they differ from those of the moment. */
  readonly averageMaximum?: number;
  /** Where the limits come from, and what is recommended, where that is another place. */
  readonly limits: string;
  readonly recommendedBy?: string;
  /** What a hand at a contact or a sensor makes of it at the most, whatever the program puts out; base units. */
  readonly byHand?: number;
  /** Share of the time the value lasts, where a chip scans by itself; for means over the show. */
  readonly lasts?: number;
  /** The value in one state of the circuit, in base units. */
  readonly of: (solution: Solution) => number;
  /** The same whatever the program has set: a driver chip at full brightness, or under display test. */
  readonly ofAny?: (solution: Solution) => number;
}
