import type { Nanoseconds } from "../quantity";
import { formatByte } from "../glyph";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";

/** The legs of a chip's bus, by what they do. */
export type BusPin = "data" | "clock" | "select";

/** A rule of the bus that was broken, by the name findings are grouped by. */
export type BusRule =
  | "too fast"
  | "pulse too short"
  | "setup too short"
  | "hold too short"
  | "data changed while the clock was high"
  | "no acknowledge"
  | "latch in mid-word"
  | "wrong number of bits"
  | "wrong address"
  | "no such command"
  | "unreadable level";

/** What a chip noticed on its bus. */
export type BusNote =
  /** A whole write as the chip took it: a byte that held an unknown bit is -1. */
  | {
      readonly kind: "write";
      readonly from: Nanoseconds;
      readonly at: Nanoseconds;
      readonly bytes: readonly number[];
      readonly bits: number;
    }
  /** A whole write to another bus address than the chip's. */
  | {
      readonly kind: "unheard";
      readonly from: Nanoseconds;
      readonly at: Nanoseconds;
      readonly bytes: readonly number[];
    }
  /** What the chip answered. */
  | {
      readonly kind: "read";
      readonly from: Nanoseconds;
      readonly at: Nanoseconds;
      readonly command: number;
      readonly bytes: readonly number[];
    }
  | {
      readonly kind: "breach";
      readonly at: Nanoseconds;
      readonly rule: BusRule;
      readonly says: string;
    };

/** Least times of a bus, in ns, from the timing table of the sheet. */
export interface BusTimes {
  readonly period: Nanoseconds;
  readonly high: Nanoseconds;
  readonly low: Nanoseconds;
  readonly setup: Nanoseconds;
  readonly hold: Nanoseconds;
}

/** Follows the edges of a bus and notes what is too fast for it. */
export class BusWatch {
  private clockRose = -Infinity;
  private clockFell = -Infinity;
  private dataChanged = -Infinity;
  private notes: BusNote[] = [];
  /** Times only matter within a transfer: before it a board sets its lines up as it likes. */
  active = true;

  constructor(
    private readonly times: BusTimes,
    private readonly most: string,
  ) {}

  note(note: BusNote): void {
    this.notes.push(note);
  }

  breach(at: Nanoseconds, rule: BusRule, says: string): void {
    this.notes.push({ kind: "breach", at, rule, says });
  }

  take(): BusNote[] {
    const taken = this.notes;
    this.notes = [];
    return taken;
  }

  private late(at: Nanoseconds, rule: BusRule, says: string): void {
    if (this.active) this.breach(at, rule, says);
  }

  clock(level: Level, at: Nanoseconds): void {
    if (level === HIGH) {
      if (at - this.clockRose < this.times.period)
        this.late(
          at,
          "too fast",
          `the clock rises ${at - this.clockRose} ns after its last rise; ${this.most}`,
        );
      else if (at - this.clockFell < this.times.low)
        this.late(
          at,
          "pulse too short",
          `the clock was low for ${at - this.clockFell} ns; ${this.times.low} ns are needed`,
        );
      if (at - this.dataChanged < this.times.setup)
        this.late(
          at,
          "setup too short",
          `data changed ${at - this.dataChanged} ns before the clock rose; ${this.times.setup} ns are needed`,
        );
      this.clockRose = at;
    } else {
      if (level === LOW && at - this.clockRose < this.times.high)
        this.late(
          at,
          "pulse too short",
          `the clock was high for ${at - this.clockRose} ns; ${this.times.high} ns are needed`,
        );
      this.clockFell = at;
    }
  }

  data(at: Nanoseconds): void {
    if (at - this.clockRose < this.times.hold)
      this.late(
        at,
        "hold too short",
        `data changed ${at - this.clockRose} ns after the clock rose; ${this.times.hold} ns are needed`,
      );
    this.dataChanged = at;
  }

  /** Forgets the moments of the last edges: what follows is another stretch of time. */
  restart(): void {
    this.clockRose = this.clockFell = this.dataChanged = -Infinity;
  }
}

/** Which bit of a byte comes first. */
export type BitOrder = "msb" | "lsb";

export type ClockEdge = "rise" | "fall" | "doubt" | "none";

/** What a change of a clock-like input is to the chip; an unknown level may have been an edge. */
export function edgeOf(before: Level, after: Level | undefined): ClockEdge {
  if (after === undefined || before === after) return "none";
  if (after === UNKNOWN || before === UNKNOWN) return "doubt";
  if (after === HIGH) return before === LOW ? "rise" : "none";
  return before === HIGH && after !== OPEN ? "fall" : "none";
}

/** A byte with one more bit sampled; -1 once any of its bits could not be told. @param place bits it has so far */
export function addBit(byte: number, place: number, data: Level, order: BitOrder): number {
  if (byte < 0 || (data !== HIGH && data !== LOW)) return -1;
  return order === "msb" ? (byte << 1) | data : byte | (data << place);
}

/** Bytes and unknown bytes (-1) as a text, for keeping a chip's contents. */
export const packBytes = (bytes: readonly number[]): string =>
  bytes.map((byte) => byte.toString(36)).join(",");
/** Bytes of a text made by {@link packBytes}; the inverse, unknown bits included. */
export const unpackBytes = (text: string): number[] =>
  text === "" ? [] : text.split(",").map((part) => parseInt(part, 36));

/** A byte in words for people; one that could not be told is "??". */
export const hex = (byte: number): string => (byte < 0 ? "??" : formatByte(byte));
