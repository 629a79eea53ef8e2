import type { Nanoseconds } from "../quantity";

/** One transfer to a driver chip. */
export type BusWrite =
  /** Words of 16 bits, one for each chip of the chain, the first one ending in the farthest; then LOAD rises. */
  | { readonly bus: "frames"; readonly words: readonly number[] }
  /** Start, bytes LSB first with an acknowledge after each, stop. */
  | { readonly bus: "two-wire"; readonly bytes: readonly number[]; readonly reads?: number }
  /** STB low, bytes LSB first, STB high. */
  | { readonly bus: "strobed"; readonly bytes: readonly number[]; readonly reads?: number }
  /** Start, bytes MSB first with an acknowledge after each, the address first, stop. */
  | { readonly bus: "i2c"; readonly bytes: readonly number[] };

/** The lines of a bus. */
export interface BusLines {
  readonly data: string;
  readonly clock: string;
  readonly select?: string;
}

/** What a line is given: a level, or let go so that a resistor on it, the board's own pull-up, or the chip decides. */
export type LineGiven = 0 | 1 | "released" | "pulled-up";

export interface BusEdge {
  readonly at: Nanoseconds;
  readonly line: string;
  readonly level: LineGiven;
  /** Place of the bit in the write, from 0, for the edges that carry one; acknowledges have none. */
  readonly bit?: number;
}

/** How long the steps of a bus written by hand take. */
export interface BusPace {
  /** One write of a line. */
  readonly write: Nanoseconds;
  /** One bit through the library's shift-out call. */
  readonly shiftBit: Nanoseconds;
  /** Pause the program makes between two edges, beyond what its calls take. */
  readonly pause: Nanoseconds;
}
