import type { BusProtocol } from "../bus";
import { BUS_CHIPS, type BusChipId } from "../chips";
import type { GlyphOverride, PipName, SegmentName } from "../glyph";
import type { Orientation, Scene } from "../dots";
import type { DisplaySheet, LedColour, MatrixName, Polarity } from "../parts";
import type { Farads, Microseconds, Milliamps, Milliseconds, Ohms, Volts } from "../quantity";

/** Reference of a unit on the table: a class of letters and a number, `U1`, `DS1`, `R3`. */
export type UnitRef = string;
/** A leg of a unit, `U1.14`. */
export type LegRef = `${UnitRef}.${string}`;
/** One LED: unit, digit and segment, `DS1.1.b`. */
export type PipId = string;

export interface LedValues {
  readonly colour: LedColour;
  /** Drop at the test current, and its rise per ampere. */
  readonly forward: Volts;
  readonly slope: Ohms;
  /** Current the drop is named at; 10 mA where it is not said. */
  readonly testCurrent?: Milliamps;
}

/** One physical thing. */
export interface Unit {
  readonly ref: UnitRef;
  readonly part: string;
  readonly ohms?: Ohms;
  readonly farads?: Farads;
  readonly volts?: Volts;
  readonly led?: LedValues;
  /** Legs of a display the owner entered, for the part `own-display`. */
  readonly sheet?: DisplaySheet;
  /** Once the maker has seated it on the table. */
  readonly placed?: boolean;
}

/** One connection from leg to leg; `placed` once the maker has put it on the table. */
export interface Wire {
  readonly id: string;
  readonly from: LegRef;
  readonly to: LegRef;
  readonly placed: boolean;
}

export type ResistorSchool = "per-segment" | "common";
export type PowerSource = "board" | "separate";
export type BitOrder = "msb-first" | "lsb-first";

/** The ways to drive digits without a chip on a bus. */
const PLAIN_SCHEMES = [
  "register-static",
  "power-register",
  "direct",
  "register-lines",
  "two-registers",
  "selector",
  "ring",
  "bcd-decoder",
  "logic",
] as const;

/** A way is named after the chip on a bus that drives the digits, or after what stands in for one. */
export type SchemeName = (typeof PLAIN_SCHEMES)[number] | Lowercase<BusChipId>;

/** The ways to drive digits that can be laid down. */
export const SCHEMES: readonly SchemeName[] = [
  ...PLAIN_SCHEMES,
  ...BUS_CHIPS.map(({ sheet }) => sheet.id.toLowerCase() as Lowercase<BusChipId>),
];

/** What carries the current of a whole digit. */
export const DIGIT_SWITCHES = ["bare", "transistor", "mosfet", "darlington", "power-register"] as const;
export type DigitSwitch = (typeof DIGIT_SWITCHES)[number];

/** The three lines shift registers hang on. */
export const CHAIN_USES = ["data", "clock", "latch"] as const;
export type ChainUse = (typeof CHAIN_USES)[number];

/** The lines of a chain of registers. */
export interface ChainLines {
  readonly data: string;
  readonly clock: string;
  readonly latch?: string;
}

/** What a controller line is for. */
export type LineUse =
  | ChainUse
  | `segment-${PipName}`
  | `digit-${number}`
  | `select-${number}`
  | `code-${number}`
  | "ring-clock"
  | "ring-reset";

/** The choices a scheme lays down units and wires from. After that the wires are the truth. */
export interface Plan {
  readonly scheme: SchemeName;
  readonly controller: string;
  /** How many digits, all displays together; of modules of dots the rows, one module behind the other. */
  readonly digits: number;
  /** Which digit is called digit 1: makers differ. Legs keep the names of their sheet. */
  readonly countFrom: "left" | "right";
  /** Plain displays, a clock display with colon and degree mark, one whose legs were entered, or modules of dots. */
  readonly display: "plain" | "clock" | "own" | "dots";
  /** Which modules of dots. */
  readonly module?: MatrixName;
  readonly own?: DisplaySheet;
  readonly polarity: Polarity;
  readonly resistors: ResistorSchool;
  readonly digitSwitch: DigitSwitch;
  readonly power: PowerSource;
  readonly lines: Readonly<Partial<Record<LineUse, string>>>;
  /** The segment each output of a segment driver is meant for, first output first. */
  readonly outputs: readonly SegmentName[];
  /** The digit each output of a digit driver is meant for, first output first. */
  readonly digitOutputs: readonly number[];
  /** The register whose outputs drive segments, by its part; the 74HC595 where it is not said. */
  readonly register?: string;
  /** What the address straps of a driver chip on a bus add to its first address. */
  readonly busAddress?: number;
}

/** A bit the program controls: in the bytes of the chain, or a line of the controller. */
export type Place = { readonly byte: number; readonly bit: number } | { readonly line: string };

/** One thing that has to be so for an LED to light. */
export type Need =
  | { readonly byte: number; readonly bit: number; readonly is: 0 | 1 }
  | { readonly line: string; readonly is: 0 | 1 }
  /** A decoder is given one of these codes. */
  | { readonly decoder: UnitRef; readonly codes: readonly number[] }
  /** A ring stands at this step. */
  | { readonly ring: UnitRef; readonly step: number }
  /** A bit of a chip's memory is 1, or as it says. */
  | { readonly chip: UnitRef; readonly address: number; readonly bit: number; readonly is?: 0 | 1 };

export interface EncodedPip {
  readonly pip: PipId;
  readonly needs: readonly Need[];
}

/** Driver chips the program writes to over the same lines. */
export interface EncodedBus {
  readonly protocol: BusProtocol;
  /** The chips: of a chain, the one nearest the controller first. */
  readonly units: readonly UnitRef[];
  readonly data: string;
  readonly clock: string;
  /** LOAD or STB. */
  readonly select?: string;
  /** Seven-bit bus addresses of the chips, where the bus has them. */
  readonly addresses?: readonly number[];
}

/** How the program reaches each LED: bits of bytes, lines, codes and steps. */
export interface Encoding {
  /** The lines the bytes go out on; absent where there is no register. Registers without a latch have no line for it. */
  readonly chain?: ChainLines;
  readonly bitOrder: BitOrder;
  /** Bytes in the order they are sent, from 0; bit 7 is the most significant. */
  readonly byteCount: number;
  readonly pips: readonly EncodedPip[];
  readonly decoders: ReadonlyArray<{ readonly unit: UnitRef; readonly inputs: readonly Place[] }>;
  readonly rings: ReadonlyArray<{ readonly unit: UnitRef; readonly clock: string; readonly reset: string }>;
  /** Buses with driver chips on them. */
  readonly buses?: readonly EncodedBus[];
}

/** Whether the code follows the wires, or stays as it was when the wires were other. */
export interface Code {
  readonly bitOrder: BitOrder;
  readonly kept?: Encoding;
}

/** What the rig is to display over time. */
export interface Show {
  readonly mode: "count" | "hold";
  /** The texts a count runs through, one face after the other; a full stop lights the point before it. */
  readonly texts: readonly string[];
  /** The one text that is held. */
  readonly hold: string;
  readonly interval: Milliseconds;
  /** How often the texts are run through; 0 without end. */
  readonly rounds: number;
  /** What stays after the last round. */
  readonly end: "last" | "blank";
  /** Where a text goes that is shorter than the display. */
  readonly align: "left" | "right";
  readonly leadingZeros: "show" | "blank";
}

/** Who keeps time while digits are multiplexed. */
export const SCAN_SCHOOLS = ["loop", "timer", "divider"] as const;
export type ScanSchool = (typeof SCAN_SCHOOLS)[number];

/** Where a module of dots stands on the face, and which way round. */
export interface ModulePlace extends Orientation {
  readonly unit: UnitRef;
  /** Dots from the left and from the top of the face to the module's corner. */
  readonly x: number;
  readonly y: number;
}

/** What a display of dots shows, and how its modules stand. */
export interface Sign {
  readonly modules: readonly ModulePlace[];
  /** Shown one after the other, over and over or as often as the show's rounds say. */
  readonly scenes: readonly Scene[];
  /** Fonts that came with the rig, each as the text of a BDF file, by id. */
  readonly fonts: Readonly<Record<string, string>>;
}

/** How digits that share their segments take turns. */
export interface Scan {
  readonly school: ScanSchool;
  /** How long each slot is held lit, in turn; the last entry stands for all that follow. */
  readonly on: readonly Microseconds[];
  /** How long everything is dark between two slots; 0 sends no blank at all. */
  readonly blank: Microseconds;
  /** Brightness step of driver chips, from 0; their highest where this is more. */
  readonly level?: number;
  /** Blinking of chips that can, in Hz; 0 does not blink. */
  readonly blink?: number;
}

/** The rig document, version 2. */
export interface Rig {
  readonly format: "bold-pip-rig";
  readonly version: 2;
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly plan: Plan;
  readonly units: readonly Unit[];
  readonly wires: readonly Wire[];
  readonly code: Code;
  readonly glyphs: readonly GlyphOverride[];
  readonly scan: Scan;
  readonly show: Show;
  /** For displays of dots. */
  readonly sign?: Sign;
  /** LEDs the maker has left unwired on purpose. */
  readonly leftOut?: readonly PipId[];
}

export const legRef = (unit: UnitRef, leg: string): LegRef => `${unit}.${leg}`;

/** Splits `U1.14` into unit and leg. */
export function splitLegRef(ref: string): { unit: UnitRef; leg: string } {
  const dot = ref.indexOf(".");
  return dot < 0 ? { unit: ref, leg: "" } : { unit: ref.slice(0, dot), leg: ref.slice(dot + 1) };
}

export const pipId = (unit: UnitRef, digit: number, segment: PipName): PipId => `${unit}.${digit}.${segment}`;

/** The digit an LED is on, `DS1.1` of `DS1.1.b`. */
export const digitOf = (pip: PipId): string => pip.slice(0, pip.lastIndexOf("."));

/** Splits `DS1.1.b` into display, digit and segment. */
export function splitPipId(pip: PipId): { unit: UnitRef; digit: number; segment: PipName } {
  const [unit = "", digit = "1", segment = "a"] = pip.split(".");
  return { unit, digit: Number(digit), segment: segment as PipName };
}
