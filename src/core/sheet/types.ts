import type { BusProtocol } from "../bus";
import type { PipName, SegmentName } from "../glyph";
import type { Hertz, Milliamps, Nanoseconds, Ohms, Volts, Watts } from "../quantity";

/** What a leg is for, seen from outside the part. */
export type LegRole =
  "supply-in" | "supply-out" | "ground" | "input" | "output" | "line" | "led" | "passive" | "not-used";

export interface Leg {
  /** Number printed in the data sheet, or the name printed on a board. Unique in its part. */
  readonly id: string;
  /** Number of the leg in its package, where its id is a name. */
  readonly number?: number;
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
  /** Where single figures come from, by the figure's name; {@link PartBase.source} for those not named. */
  readonly sources?: Readonly<Record<string, string>>;
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

/** A timer that counts to a compare value and starts again. */
export interface TimerUnit {
  readonly name: string;
  readonly bits: 8 | 16 | 32;
  /** The clock the prescaler divides, in Hz. */
  readonly clock: Hertz;
  readonly prescalers: readonly number[];
  /** Interrupts may be thinned out by this divider, where there is one. */
  readonly postscalers?: readonly number[];
  /** It has no compare register: it counts up from a value that is loaded anew each time. */
  readonly reloads?: boolean;
  /** Something else on the board that uses it. */
  readonly taken?: string;
}

export interface ControllerPart extends PartBase {
  readonly kind: "controller";
  readonly clock: Hertz;
  readonly logic: Volts;
  /** Of its lines: what the sheet guarantees at most, and what is typical. */
  readonly outputResistance: Ohms;
  readonly outputTypical: Ohms;
  /** What a line gives before the program has set it to more, where its drive is set in steps. */
  readonly pinDefault?: Milliamps;
  readonly pinKeep: Milliamps;
  readonly pinMaximum: Milliamps;
  /** A chip alone, seated on the breadboard and fed like any other, and no board with a supply and sockets. */
  readonly bare?: boolean;
  /** Its ground legs; one twice where there is only one. */
  readonly groundLegs: readonly [string, string];
  /** Volts of the legs it gives power from. */
  readonly supplies: Readonly<Record<string, Volts>>;
  /** The supply leg of its own logic level. */
  readonly supplyLeg: string;
  /** What each supply leg can give away, the board's own need taken off. */
  readonly supplyLimits: Readonly<Record<string, Milliamps>>;
  readonly lines: readonly ControllerLine[];
  /** Time the calls of the C++ sketch flavour take. */
  readonly cost: {
    /** Whether the times were measured or only estimated. */
    readonly measured: boolean;
    readonly pinMode: Nanoseconds;
    readonly pinWrite: Nanoseconds;
    readonly shiftBit: Nanoseconds;
    readonly statement: Nanoseconds;
    /** Entering and leaving an interrupt routine. */
    readonly interrupt: Nanoseconds;
  };
  /** Bytes there are for a program and its constants, and for what changes; 0 where there is no processor. */
  readonly memory: { readonly flash: number; readonly ram: number };
  /** Which program the board runs: the sketch flavour, plain C, or logic that acts on every clock. */
  readonly flavour: "sketch" | "plain-c" | "logic";
  readonly timers: readonly TimerUnit[];
  /** Most that may flow through its supply and ground legs together. */
  readonly allPinsMaximum?: Milliamps;
}

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
export type LogicChipPart = ShiftRegisterPart | SelectorPart | RingPart | SegmentDecoderPart;

/** A single transistor used as a switch. */
export interface TransistorPart extends PartBase {
  readonly kind: "transistor";
  readonly type: "npn" | "pnp" | "n-channel" | "p-channel";
  readonly pins: { readonly control: string; readonly out: string; readonly common: string };
  readonly current: { readonly keep: Milliamps; readonly maximum: Milliamps };
  /** Time it stays on after its drive is gone. */
  readonly turnOff: Nanoseconds;
  readonly figures: BipolarFigures | ChannelFigures;
}

export interface BipolarFigures {
  /** Base-emitter drop and its slope. */
  readonly baseDrop: Volts;
  readonly baseSlope: Ohms;
  readonly gain: number;
  /** Collector-emitter drop when saturated, and its slope. */
  readonly saturation: Volts;
  readonly saturationSlope: Ohms;
}

export interface ChannelFigures {
  readonly threshold: Volts;
  /** Gate voltage below which every one is off, and above which every one is on. */
  readonly thresholdRange: readonly [Volts, Volts];
  readonly onResistance: Ohms;
}

/** Darlington sinks in one package, each with its base resistor inside. */
export interface DriverArrayPart extends PartBase {
  readonly kind: "driver-array";
  readonly inputs: readonly string[];
  readonly outputs: readonly string[];
  readonly ground: string;
  readonly common: string;
  readonly inputOhms: Ohms;
  readonly figures: BipolarFigures;
  readonly turnOff: Nanoseconds;
  readonly outputMaximum: Milliamps;
  readonly packageMaximum: Milliamps;
  readonly powerMaximum: Watts;
}

export type Polarity = "common-cathode" | "common-anode";

export interface LedJunction {
  readonly digit: number;
  readonly segment: PipName;
  readonly anode: string;
  readonly cathode: string;
}

export interface DisplayPart extends PartBase {
  readonly kind: "display";
  readonly polarity: Polarity;
  /** Digits; of a matrix its rows, one of which takes its turn like a digit. */
  readonly digits: number;
  /** Dots in a row of a matrix; 0 for digits. */
  readonly columns: number;
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
  | ControllerPart
  | ChipPart
  | TransistorPart
  | DriverArrayPart
  | DisplayPart
  | ResistorPart
  | CapacitorPart
  | SupplyPart;

/** Where a figure of a part comes from. */
export const sourceOf = (part: Part, figure: string): string => part.sources?.[figure] ?? part.source;

const CHIP_KINDS: ReadonlySet<Part["kind"]> = new Set([
  "shift-register",
  "selector",
  "ring",
  "segment-decoder",
  "driver-chip",
  "expander",
]);

/** Output stage of HC chips: the guaranteed end from VOH and VOL at 6 mA, the typical end from the curves. */
export const HC_STAGE: OutputSide = { drop: 0, ohms: 60, typical: 35, ohmsLow: 90, typicalLow: 55 };
export const HC_STAGE_SOURCE =
  "HC data sheets: 60 Ω from VOH and VOL at 6 mA and 4.5 V, 35 Ω typical; about half as much again at 3.3 V (customary)";

/** Whether a part is a logic chip. */
export const isChip = (part: Part): part is ChipPart => CHIP_KINDS.has(part.kind);

/** Whether a part is written to over a bus. */
export const isBusChip = (part: Part): part is BusChipPart =>
  part.kind === "driver-chip" || part.kind === "expander";

/** Below this supply, in V, output stages of HC chips are noticeably weaker. */
export const FULL_DRIVE: Volts = 4.5;

/** Current at which a forward drop is named where nothing else is said. */
export const TEST_CURRENT: Milliamps = 10;

/**
 * Where the straight line through an LED's drop begins: the drop is named at a test current, so its threshold lies
 * lower by slope × test current.
 */
export const ledThreshold = (led: {
  readonly forward: Volts;
  readonly slope: Ohms;
  readonly testCurrent?: Milliamps;
}): Volts => Math.max(0, led.forward - (led.slope * (led.testCurrent ?? TEST_CURRENT)) / 1000);

/** Figures of an LED colour; the forward drop is the one at {@link TEST_CURRENT}, slope is its rise per ampere. */
export interface LedFigures {
  readonly colour: LedColour;
  readonly title: string;
  readonly forward: Volts;
  readonly slope: Ohms;
  readonly keep: Milliamps;
  /** Above this a small LED ages fast or dies. */
  readonly maximum: Milliamps;
  /** Most in short pulses, at a tenth duty or less. */
  readonly peak: Milliamps;
  readonly source: string;
}

export type LedColour = "red" | "amber" | "yellow-green" | "green" | "blue" | "white";
