import type { Hertz, Milliamps, Nanoseconds, Ohms, Volts, Watts } from "../quantity";
import type { SegmentName } from "../glyph";

/** What a leg is for, seen from outside the part. */
export type LegRole =
  "supply-in" | "supply-out" | "ground" | "input" | "output" | "line" | "led" | "passive" | "not-used";

export interface Leg {
  /** Number printed in the data sheet, or the name printed on a board. Unique in its part. */
  readonly id: string;
  /** Name in the first naming school of the data sheets. */
  readonly name: string;
  /** Name in the other school, where sheets disagree. */
  readonly otherName?: string;
  readonly role: LegRole;
  /** What happens when the leg is left open; present when it must not be. */
  readonly whenOpen?: string;
}

/** How legs are arranged, for drawing and for counting by finger. */
export type Outline =
  | { readonly style: "dual-in-line"; readonly legs: number }
  | { readonly style: "two-rows"; readonly perRow: number }
  | { readonly style: "header" }
  | { readonly style: "two-ended" };

interface PartBase {
  readonly id: string;
  readonly title: string;
  readonly outline: Outline;
  readonly legs: readonly Leg[];
  /** Legs that are joined inside the part. */
  readonly joined?: ReadonlyArray<readonly string[]>;
  /** Data sheet section or table the figures come from; says so where a figure is only customary. */
  readonly source: string;
}

export interface ControllerLine {
  readonly leg: string;
  /** Why a maker would rather use another line, if so. */
  readonly awkward?: string;
  /** The awkward thing is only a nuisance: nothing goes wrong by it. */
  readonly mild?: boolean;
  /** Why it cannot be used as an output, if so. */
  readonly unusable?: string;
}

export interface ControllerPart extends PartBase {
  readonly kind: "controller";
  readonly clock: Hertz;
  readonly logic: Volts;
  readonly outputResistance: Ohms;
  readonly pinKeep: Milliamps;
  readonly pinMaximum: Milliamps;
  /** Volts of its supply legs. */
  readonly supplies: Readonly<Record<string, Volts>>;
  /** The supply leg of its own logic level. */
  readonly supplyLeg: string;
  /** What its supply leg can give away, the board's own need taken off. */
  readonly supplyMaximum: Milliamps;
  readonly lines: readonly ControllerLine[];
  /** Time the calls of the C++ sketch flavour take. */
  readonly cost: {
    readonly pinMode: Nanoseconds;
    readonly pinWrite: Nanoseconds;
    readonly shiftBit: Nanoseconds;
    readonly statement: Nanoseconds;
  };
}

export interface ShiftRegisterPart extends PartBase {
  readonly kind: "shift-register";
  readonly stages: number;
  readonly pins: {
    readonly serialIn: string;
    readonly shiftClock: string;
    readonly latchClock: string;
    readonly outputEnable: string;
    readonly clear: string;
    readonly serialOut: string;
    readonly supply: string;
    readonly ground: string;
    /** Output legs, first stage (nearest to the serial input) first. */
    readonly outputs: readonly string[];
  };
  /** Typical resistance of an output stage at 4.5 V and above, and below it. */
  readonly outputResistance: Ohms;
  readonly outputResistanceLow: Ohms;
  /** Output current at which levels are specified at 4.5 V. */
  readonly outputSpecified: Milliamps;
  readonly outputMaximum: Milliamps;
  readonly packageMaximum: Milliamps;
  readonly supplyRange: readonly [Volts, Volts];
  /** Share of the supply an input has to reach to read high. */
  readonly highShare: number;
  readonly powerMaximum: Watts;
  readonly clockMaximum: Hertz;
}

export type Polarity = "common-cathode" | "common-anode";

export interface LedJunction {
  readonly digit: number;
  readonly segment: SegmentName;
  readonly anode: string;
  readonly cathode: string;
}

export interface DisplayPart extends PartBase {
  readonly kind: "display";
  readonly polarity: Polarity;
  readonly digits: number;
  readonly leds: readonly LedJunction[];
}

export interface ResistorPart extends PartBase {
  readonly kind: "resistor";
  readonly powerKeep: Watts;
  readonly powerMaximum: Watts;
}

export interface CapacitorPart extends PartBase {
  readonly kind: "capacitor";
}

export interface SupplyPart extends PartBase {
  readonly kind: "supply";
}

export type Part =
  ControllerPart | ShiftRegisterPart | DisplayPart | ResistorPart | CapacitorPart | SupplyPart;

/** Figures of an LED colour; forward drop is at about 10 mA, slope is the rise per ampere above it. */
export interface LedFigures {
  readonly colour: LedColour;
  readonly title: string;
  readonly forward: Volts;
  readonly slope: Ohms;
  readonly keep: Milliamps;
  /** Above this a small LED ages fast or dies. */
  readonly maximum: Milliamps;
  readonly source: string;
}

export type LedColour = "red" | "amber" | "yellow-green" | "green" | "blue" | "white";
