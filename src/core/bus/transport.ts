import type { Nanoseconds } from "../quantity";
import type { Pen } from "./pen";
import type { BusPace, BusProtocol, BusWrite, CallTimes } from "./types";
import type { BitOrder } from "./watch";

/** A way to move bytes over lines: what its edges are, what it asks of time, and how a sketch does it by hand. */
export interface Transport {
  readonly name: BusProtocol;
  /** Lines are only pulled down and let go, so something has to pull them up. */
  readonly openDrain: boolean;
  readonly order: BitOrder;
  /** Bytes that belong together: 2 where a transfer is made of words. */
  readonly wordBytes: 1 | 2;
  /**
   * How several chips hang on the same lines: not at all, one behind the other from data output to data input, or side
   * by side, each with an address of its own.
   */
  readonly together: "alone" | "chain" | "addresses";
  /** Bytes before what a transfer is about: a bus address. */
  readonly addressBytes: 0 | 1;
  /** Chips put something on the data line: an acknowledge, or what they are asked for. */
  readonly answers: boolean;
  /** The select line is put high before the first transfer, since it is its fall that begins one. */
  readonly selectRestsHigh: boolean;
  /** How long data has to stand before and after the clock rises, from the timing tables of the sheets. */
  readonly times: { readonly setup: Nanoseconds; readonly hold: Nanoseconds };
  /** Pause after each edge that keeps fast boards within the chips' timing: the microsecond call's least, or two. */
  readonly pause: Nanoseconds;
  /** How long its steps take on a controller. */
  pace(times: CallTimes, pause: Nanoseconds): BusPace;
  draw(pen: Pen, write: BusWrite): void;
  readonly sketch: TransportSketch;
}

/** A transport's part of a sketch. */
export interface TransportSketch {
  /** Name of the constant of the third line. */
  readonly selectName?: string;
  /** What stands above the routine that sends a transfer, and the routine. @param rest statement of the pause */
  routines(rest: readonly string[]): string[];
  /** The routine that asks and reads what is answered, on a bus whose chips have something to tell. */
  reader?(rest: readonly string[]): string[];
  /** Bytes of code beside the calls: measured with avr-gcc -Os. */
  readonly bytes: number;
  /** Calls it makes beside setting a line's mode. */
  readonly calls: ReadonlyArray<"digitalWrite" | "shiftOut">;
}

const INDENT = "  ";

/** Lines of a routine, each as deep as it stands. */
export const indented = (depth: number, texts: readonly string[]): string[] =>
  texts.map((text) => INDENT.repeat(depth) + text);

/** A loop over all bytes of a transfer. */
export const eachByte = (call: string): string => `${INDENT}for (uint8_t at = 0; at < length; at++) ${call};`;

/** A line that is set and left for the pause. */
export const setLine = (line: string, level: string, rest: readonly string[]): string[] => [
  `digitalWrite(${line}, ${level});`,
  ...rest,
];
