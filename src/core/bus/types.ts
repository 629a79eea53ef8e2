import type { Nanoseconds } from "../quantity";

/** How chips on a bus are talked to, by the names rig documents have for it. */
export const BUS_PROTOCOLS = ["frames", "two-wire", "two-wire-unanswered", "strobed", "i2c"] as const;
export type BusProtocol = (typeof BUS_PROTOCOLS)[number];

/** One transfer on a bus. */
export interface BusWrite {
  readonly bus: BusProtocol;
  /** In the order they are sent. On a bus with addresses the first one carries it. */
  readonly bytes: readonly number[];
  /** Bytes that are read back behind them. */
  readonly reads?: number;
}

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

/** Time the calls of a controller take that a bus is written with. */
export interface CallTimes {
  readonly pinMode: Nanoseconds;
  readonly pinWrite: Nanoseconds;
  readonly shiftBit: Nanoseconds;
}
