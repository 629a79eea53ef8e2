import { HIGH, LOW, UNKNOWN, asBit, type Bit, type Level } from "../../level";

/**
 * 74HC138 and 74HC238, from their function table: the output whose number stands on the address inputs is at the
 * chosen level, as long as every enable is active. An input that is unknown leaves unknown every output it may choose.
 */
export class Selector {
  private readonly address: Bit[];
  private readonly enables: Bit[];

  constructor(
    bits: number,
    private readonly active: readonly (0 | 1)[],
    private readonly chosen: 0 | 1,
  ) {
    this.address = Array<Bit>(bits).fill(UNKNOWN);
    this.enables = Array<Bit>(active.length).fill(UNKNOWN);
  }

  setAddress(at: number, level: Level): void {
    this.address[at] = asBit(level);
  }

  setEnable(at: number, level: Level): void {
    this.enables[at] = asBit(level);
  }

  /** Level of output Y0, Y1 … */
  output(code: number): Level {
    const rest: Level = this.chosen === HIGH ? LOW : HIGH;
    const states = this.enables.map((bit, at) =>
      bit === UNKNOWN ? UNKNOWN : bit === this.active[at] ? HIGH : LOW,
    );
    if (states.includes(LOW)) return rest;
    const bits = this.address.map((bit, at) =>
      bit === UNKNOWN ? UNKNOWN : bit === ((code >> at) & 1) ? HIGH : LOW,
    );
    if (bits.includes(LOW)) return rest;
    return bits.includes(UNKNOWN) || states.includes(UNKNOWN) ? UNKNOWN : this.chosen;
  }

  save(): string {
    return [...this.address, ...this.enables].join("");
  }

  load(saved: string): void {
    [...saved].forEach((digit, at) => {
      const bit = Number(digit) as Bit;
      if (at < this.address.length) this.address[at] = bit;
      else this.enables[at - this.address.length] = bit;
    });
  }
}
