import type { Nanoseconds } from "../quantity";
import type { BusLines, BusPace, LineGiven } from "./types";
import type { BitOrder, BusPin } from "./watch";

/** Takes an edge down. */
export type Take = (at: Nanoseconds, line: string, level: LineGiven, bit: number | undefined) => void;

/** Puts the edges of a transfer down one after the other. */
export class Pen {
  now: Nanoseconds = 0;

  constructor(
    private readonly lines: BusLines,
    private readonly pace: BusPace,
    private readonly take: Take,
  ) {}

  set(pin: BusPin, level: LineGiven, bit?: number): void {
    const line = this.lines[pin];
    if (line === undefined) return;
    this.take(this.now, line, level, bit);
    this.now += this.pace.write + this.pace.pause;
  }

  /** A byte through the shift-out call: data, clock up, clock down. @param first place of its first bit */
  shift(byte: number, order: BitOrder, first: number): void {
    const third = Math.round(this.pace.shiftBit / 3);
    for (let count = 0; count < 8; count += 1) {
      const level = bitOf(byte, count, order);
      const bit = first + count;
      const { data, clock } = this.lines;
      this.take(this.now, data, level, bit);
      this.take(this.now + third, clock, 1, bit);
      this.take(this.now + 2 * third, clock, 0, bit);
      this.now += this.pace.shiftBit;
    }
  }
}

/** The bit of a byte that is sent as its nth, from 0. */
export const bitOf = (byte: number, count: number, order: BitOrder): 0 | 1 =>
  ((byte >> (order === "msb" ? 7 - count : count)) & 1) as 0 | 1;
