import type { GlyphOverride, SegmentName } from "../glyph";
import type { LedColour, Polarity } from "../parts";
import type { Farads, Milliseconds, Ohms, Volts } from "../quantity";

/** Reference of a unit on the table: a class of letters and a number, `U1`, `DS1`, `R3`. */
export type UnitRef = string;
/** A leg of a unit, `U1.14`. */
export type LegRef = `${UnitRef}.${string}`;
/** One LED: unit, digit and segment, `DS1.1.b`. */
export type PipId = string;

export interface LedValues {
  readonly colour: LedColour;
  readonly forward: Volts;
  readonly slope: Ohms;
}

/** One physical thing. */
export interface Unit {
  readonly ref: UnitRef;
  readonly part: string;
  readonly ohms?: Ohms;
  readonly farads?: Farads;
  readonly volts?: Volts;
  readonly led?: LedValues;
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
export type LineUse = "data" | "clock" | "latch";
export type BitOrder = "msb-first" | "lsb-first";

/** The choices a scheme lays down units and wires from. After that the wires are the truth. */
export interface Plan {
  readonly scheme: "register-one-digit";
  readonly controller: string;
  readonly polarity: Polarity;
  readonly resistors: ResistorSchool;
  readonly power: PowerSource;
  readonly lines: Readonly<Record<LineUse, string>>;
  /** The segment each register output is meant for, first stage first. */
  readonly outputs: readonly SegmentName[];
}

/** Where in the bytes each LED's bit is, and which lines the bytes go out on. */
export interface Encoding {
  readonly lines: Readonly<Record<LineUse, string>>;
  readonly bitOrder: BitOrder;
  readonly byteCount: number;
  readonly bits: readonly EncodedBit[];
}

export interface EncodedBit {
  readonly pip: PipId;
  /** Bytes in the order they are sent, from 0. */
  readonly byte: number;
  /** Weight of the bit in its byte, 7 the most significant. */
  readonly bit: number;
  /** The value that lights the LED. */
  readonly lights: 0 | 1;
}

/** Whether the code follows the wires, or stays as it was when the wires were other. */
export interface Code {
  readonly bitOrder: BitOrder;
  readonly kept?: Encoding;
}

/** What the rig is to display over time. */
export interface Show {
  readonly mode: "count" | "hold";
  /** The places a count runs through, as text; a full stop lights the point before it. */
  readonly list: string;
  /** The one place that is held. */
  readonly hold: string;
  readonly interval: Milliseconds;
  /** How often the list is run through; 0 without end. */
  readonly rounds: number;
  /** What stays after the last round. */
  readonly end: "last" | "blank";
}

/** The rig document, version 1. */
export interface Rig {
  readonly format: "bold-pip-rig";
  readonly version: 1;
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly plan: Plan;
  readonly units: readonly Unit[];
  readonly wires: readonly Wire[];
  readonly code: Code;
  readonly glyphs: readonly GlyphOverride[];
  readonly show: Show;
}

export const legRef = (unit: UnitRef, leg: string): LegRef => `${unit}.${leg}`;

/** Splits `U1.14` into unit and leg. */
export function splitLegRef(ref: string): { unit: UnitRef; leg: string } {
  const dot = ref.indexOf(".");
  return dot < 0 ? { unit: ref, leg: "" } : { unit: ref.slice(0, dot), leg: ref.slice(dot + 1) };
}

export const pipId = (unit: UnitRef, digit: number, segment: SegmentName): PipId =>
  `${unit}.${digit}.${segment}`;

/** Splits `DS1.1.b` into display, digit and segment. */
export function splitPipId(pip: PipId): { unit: UnitRef; digit: number; segment: SegmentName } {
  const [unit = "", digit = "1", segment = "a"] = pip.split(".");
  return { unit, digit: Number(digit), segment: segment as SegmentName };
}
