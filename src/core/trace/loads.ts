import type { Nanoseconds } from "../quantity";

/** A pause of so many clock periods ends a load that came in part. */
const PAUSE = 8;

/** Tells where whole loads of a chain end that has no latch to say so: by their bits, counted from the pause before. */
export class Loads {
  private count = 0;
  private last: Nanoseconds = -Infinity;
  private period: Nanoseconds = Infinity;

  /** @param length bits of a whole load */
  constructor(private readonly length: number) {}

  /** The clock has risen. @returns place of the bit in its load, from 1 */
  rise(at: Nanoseconds): number {
    const passed = at - this.last;
    if (passed > this.period * PAUSE || this.count >= this.length) this.count = 0;
    if (this.count > 0) this.period = Math.min(this.period, passed);
    this.last = at;
    this.count += 1;
    return this.count;
  }
}
