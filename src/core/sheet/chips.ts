import type { BusProtocol } from "../bus";
import type { SegmentName } from "../glyph";
import type { Hertz, Milliamps, Ohms, Volts, Watts } from "../quantity";
import type { PartBase } from "./types";

/**
 * One side of an output stage: a drop that stays, behind a resistance. The sheet's limit, `ohms`, is the worse for
 * brightness; the typical one, where it is known to be less, is the worse for currents.
 */
export interface OutputSide {
  readonly drop: Volts;
  readonly ohms: Ohms;
  readonly typical?: Ohms;
  /** Both below {@link FULL_DRIVE}, where they are known to differ. */
  readonly ohmsLow?: Ohms;
  readonly typicalLow?: Ohms;
}

/** An input that has to be on a fixed level, unless the program drives it. */
export interface Tie {
  readonly leg: string;
  readonly to: 0 | 1;
  /** What the chip does while the input is on the other level. */
  readonly otherwise: string;
}

/** What all logic chips have: a supply, inputs with a threshold, output stages with limits. */
interface ChipBase extends PartBase {
  readonly supplyLeg: string;
  readonly groundLeg: string;
  /** Inputs that belong on a controller line or on another chip's output. */
  readonly signalLegs: readonly string[];
  /** Signal legs nobody needs are tied to a rail: address bits of fewer digits, spare buffers. */
  readonly spareTied?: true;
  readonly ties: readonly Tie[];
  /** Output legs, first stage, lowest code or segment a first. */
  readonly outputLegs: readonly string[];
  /** What an output does when high and when low; undefined where it lets go. */
  readonly stage: { readonly high?: OutputSide; readonly low?: OutputSide };
  /** Output current at which levels are specified. */
  readonly outputSpecified: Milliamps;
  readonly outputMaximum: Milliamps;
  readonly packageMaximum?: Milliamps;
  readonly supplyRange: readonly [Volts, Volts];
  /** Share of the supply an input has to reach to read high, or the volts where they are fixed. */
  readonly highShare?: number;
  readonly highVolts?: Volts;
  /** Where its inputs usually turn, where that is not near half the supply: TTL. */
  readonly usualHighVolts?: Volts;
  readonly powerMaximum: Watts;
}

export interface ShiftRegisterPart extends ChipBase {
  readonly kind: "shift-register";
  readonly stages: number;
  readonly pins: {
    readonly serialIn: string;
    readonly shiftClock: string;
    readonly serialOut: string;
    /** By which the outputs take what was shifted; without it they show every bit on its way. */
    readonly latchClock?: string;
    readonly outputEnable?: string;
    readonly clear?: string;
  };
  /** When the outputs take the stages: as the latch leg rises, all the while it is high, or at once. */
  readonly latch: "edge" | "while-high" | "none";
  /** Level of the enable leg at which the outputs are on. */
  readonly enabledBy: 0 | 1;
  /** What a stage that holds 1 puts on its output: a high level, or a sink to ground. */
  readonly one: "high" | "sinks";
  /** Sinks that hold the current one resistor sets. */
  readonly constantCurrent?: ConstantCurrent;
  readonly clockMaximum: Hertz;
}

/** Several address inputs, one output for each code. */
export interface SelectorPart extends ChipBase {
  readonly kind: "selector";
  /** Address legs, least significant first. */
  readonly address: readonly string[];
  readonly enables: ReadonlyArray<{ readonly leg: string; readonly active: 0 | 1 }>;
  /** Level of the output that is chosen. */
  readonly chosen: 0 | 1;
}

/** A ring of outputs, one high at a time; each clock steps it on. */
export interface RingPart extends ChipBase {
  readonly kind: "ring";
  readonly pins: { readonly clock: string; readonly inhibit: string; readonly reset: string };
}

/** Sinks whose current one resistor to ground sets: current = `factor` ÷ resistor, for as long as the voltage reaches. */
export interface ConstantCurrent {
  readonly leg: string;
  /** Amperes times ohms. */
  readonly factor: number;
  readonly range: readonly [Milliamps, Milliamps];
  /** Share by which the current may be off, from chip to chip and output to output. */
  readonly tolerance: number;
}

/** Four bits in, seven segments out. */
export interface SegmentDecoderPart extends ChipBase {
  readonly kind: "segment-decoder";
  readonly pins: {
    /** Code legs, least significant first. */
    readonly code: readonly string[];
    readonly lampTest: string;
    readonly blank: string;
    readonly latch?: string;
  };
  /** Level of an output whose segment is lit. */
  readonly lit: 0 | 1;
  /** Segments lit by each code, 0 to 15. */
  readonly table: ReadonlyArray<readonly SegmentName[]>;
}

/** Buffers side by side: what comes in goes out again, at the levels of their own supply. */
export interface BufferPart extends ChipBase {
  readonly kind: "buffer";
  /** A high enable lets the output go. */
  readonly channels: ReadonlyArray<{
    readonly enable: string;
    readonly input: string;
    readonly output: string;
  }>;
}

/** Peak segment current set by one resistor: the resistor in kΩ over current and forward drop. */
export interface SetCurrent {
  readonly leg: string;
  readonly least: Ohms;
  /** Forward drops of the columns. */
  readonly forward: readonly Volts[];
  /** Rows from the greatest current down, resistors in ohms. */
  readonly rows: ReadonlyArray<{ readonly current: Milliamps; readonly ohms: readonly Ohms[] }>;
  /** Safe peak by the number of digits scanned, where few digits allow less. */
  readonly fewDigits: Readonly<Record<number, Milliamps>>;
}

/** A chip that is written to over a bus. */
interface BusChipBase extends ChipBase {
  readonly protocol: BusProtocol;
  readonly pins: {
    readonly data: string;
    readonly clock: string;
    /** LOAD or STB, where there is one. */
    readonly select?: string;
    readonly dataOut?: string;
  };
  readonly clockMaximum: Hertz;
  /** Own supply current, LEDs not counted. */
  readonly ownCurrent: Milliamps;
  /** Bus address without straps, and how its strap legs raise it, for a bus with addresses. */
  readonly address?: StrappedAddress;
}

/** A bus address by straps: legs that are joined to one leg through a resistor, or tied to a rail. */
export interface StrappedAddress {
  readonly base: number;
  /** Least significant bit first. */
  readonly straps: readonly string[];
  /** The leg straps are joined to; without it a strap on the supply counts as 1, one on ground as 0. */
  readonly join?: string;
}

/** A chip with a display memory that it scans onto digits by itself. */
export interface DriverChipPart extends BusChipBase {
  readonly kind: "driver-chip";
  /** Segment-side legs; the place is the number of the segment in a digit's memory. */
  readonly segmentLegs: readonly string[];
  /** Places in {@link segmentLegs} of segments a to g and the point, where they do not lie in that order. */
  readonly segmentPlaces?: readonly number[];
  /** In a row of dots the leftmost one is the highest bit of its byte, as one writes it. */
  readonly leftmostHighest?: boolean;
  readonly digitLegs: readonly string[];
  /** Whether the segment side gives the current (common cathode) or takes it (common anode). */
  readonly segments: "source" | "sink";
  /** Share of its turn a digit is lit, by brightness step. */
  readonly levels: readonly number[];
  /** Frequencies in Hz at which it blinks by itself. */
  readonly blinks?: readonly Hertz[];
  /** How often all digits are scanned in a second. */
  readonly scanRate: Hertz;
  /** Few digits are scanned faster: the scan limit shortens the turn. */
  readonly limitsScan: boolean;
  readonly setCurrent?: SetCurrent;
  /** Most through one digit leg. */
  readonly digitMaximum: Milliamps;
}

/** A chip that puts the bits it is sent over a bus on its outputs, and holds them there. */
export interface ExpanderPart extends BusChipBase {
  readonly kind: "expander";
}

/** Chips that are written to over a bus. */
export type BusChipPart = DriverChipPart | ExpanderPart;

/** Logic chips: everything with a supply leg that reads and drives levels. */
export type ChipPart = LogicChipPart | BusChipPart;

/** Logic chips that are no bus's. */
export type LogicChipPart = ShiftRegisterPart | SelectorPart | RingPart | SegmentDecoderPart | BufferPart;

/** Output stage of HC chips: the guaranteed end from VOH and VOL at 6 mA, the typical end from the curves. */
export const HC_STAGE: OutputSide = { drop: 0, ohms: 60, typical: 35, ohmsLow: 90, typicalLow: 55 };
export const HC_STAGE_SOURCE =
  "HC data sheets: 60 Ω from VOH and VOL at 6 mA and 4.5 V, 35 Ω typical; about half as much again at 3.3 V (typical)";

/** Below this supply, in V, output stages of HC chips are noticeably weaker. */
export const FULL_DRIVE: Volts = 4.5;
