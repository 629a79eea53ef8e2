import type { Nanoseconds } from "../../quantity";
import { BusWatch, edgeOf, FRAMES, packBytes, unpackBytes, type BusNote, type BusPin } from "../../bus";
import type { ScanPicture, ScannedDigit } from "../types";
import { LOW, OPEN, UNKNOWN, asBit, type Bit, type Level } from "../../level";

/** Register addresses, as the sheet names them. */
export const MAX7219 = {
  NO_OP: 0x0,
  DIGIT_0: 0x1,
  DECODE_MODE: 0x9,
  INTENSITY: 0xa,
  SCAN_LIMIT: 0xb,
  SHUTDOWN: 0xc,
  DISPLAY_TEST: 0xf,
} as const;

/** Code B: 0 to 9, then `-` `E` `H` `L` `P` and blank, as bits `a b c d e f g` from bit 6 down. */
export const CODE_B: readonly number[] = [
  0x7e, 0x30, 0x6d, 0x79, 0x33, 0x5b, 0x5f, 0x70, 0x7f, 0x7b, 0x01, 0x4f, 0x37, 0x0e, 0x67, 0x00,
];

const WORD = 16;
export const TIMES = { period: 100, high: 50, low: 50, ...FRAMES.times } as const;

/** Registers of one chip. Digit registers are not to be trusted at power-up; all control registers are reset. */
class Registers {
  readonly values: number[] = Array.from({ length: 16 }, (_, address) =>
    address >= 1 && address <= 8 ? -1 : 0,
  );

  private shown: ScanPicture | undefined;

  write(word: number): void {
    const address = (word >> 8) & 0xf;
    if (address === MAX7219.NO_OP || this.values[address] === (word & 0xff)) return;
    this.values[address] = word & 0xff;
    this.shown = undefined;
  }

  /** All digit registers take what cannot be told. */
  doubt(): void {
    this.values.fill(-1, MAX7219.DIGIT_0, MAX7219.DIGIT_0 + 8);
    this.shown = undefined;
  }

  load(values: readonly number[]): void {
    this.values.splice(0, 16, ...values);
    this.shown = undefined;
  }

  /** What it scans: the same object as long as no register changes. */
  picture(): ScanPicture {
    this.shown ??= this.look();
    return this.shown;
  }

  private look(): ScanPicture {
    const { values } = this;
    const one = (lit: number, unknown: number, share: number): ScannedDigit => ({ lit, unknown, share });
    const test = values[MAX7219.DISPLAY_TEST]! & 1;
    if (test) return { digits: Array.from({ length: 8 }, () => one(0xff, 0, 31 / 32 / 8)), blink: 0 };
    const limit = values[MAX7219.SCAN_LIMIT]! & 7;
    const on = values[MAX7219.SHUTDOWN]! & 1;
    const share = (2 * (values[MAX7219.INTENSITY]! & 15) + 1) / 32 / (limit + 1);
    const digits = Array.from({ length: 8 }, (_, at): ScannedDigit => {
      if (!on || at > limit) return one(0, 0, 0);
      const value = values[MAX7219.DIGIT_0 + at]!;
      if (value < 0) return one(0, 0xff, share);
      const decoded = (values[MAX7219.DECODE_MODE]! >> at) & 1;
      return one(decoded ? CODE_B[value & 15]! | (value & 0x80) : value, 0, share);
    });
    return { digits, blink: 0 };
  }
}

/**
 * MAX7219, one or a chain of them: DIN is sampled on CLK rising and moves through sixteen stages; DOUT repeats it 16.5
 * clocks later, so a chain is one long shift register. LOAD rising makes every chip take the sixteen bits it holds.
 */
export class Max7219Chain {
  /** Bits in the order they came, as a ring; the newest is behind {@link head}. */
  private readonly bits: Uint8Array;
  private head = 0;
  private clocks = 0;
  private began: Nanoseconds | undefined;
  private out: Bit = UNKNOWN;
  private readonly chips: readonly Registers[];
  private readonly levels: Record<BusPin, Level> = { data: OPEN, clock: OPEN, select: OPEN };
  /** A level that cannot be read reached CLK or LOAD: nothing is sure any more. */
  private doubtful = false;
  private readonly watch = new BusWatch(TIMES, "the chip takes 10 MHz at most, 100 ns from rise to rise");

  constructor(readonly count: number) {
    this.bits = new Uint8Array(WORD * count).fill(UNKNOWN);
    this.chips = Array.from({ length: count }, () => new Registers());
  }

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    const { levels } = this;
    const { data, clock: clockBefore, select } = levels;
    const clock = edgeOf(clockBefore, next.clock);
    const load = edgeOf(select, next.select);
    if (next.data !== undefined) levels.data = next.data;
    if (next.clock !== undefined) levels.clock = next.clock;
    if (next.select !== undefined) levels.select = next.select;
    this.watch.active = this.clocks > 0 || select === LOW;
    if (next.clock !== undefined && next.clock !== clockBefore) this.watch.clock(next.clock, at);
    let shows = false;
    if (clock === "rise") this.shift(asBit(data), at);
    if (clock === "fall") this.out = this.bits[this.head]! as Bit;
    if (next.data !== undefined && next.data !== data) this.watch.data(at);
    if (load === "rise") {
      this.take(at);
      shows = true;
    }
    if ((clock === "doubt" || load === "doubt") && !this.doubtful) {
      this.doubtful = true;
      this.watch.breach(
        at,
        "unreadable level",
        `${clock === "doubt" ? "CLK" : "LOAD"} is between low and high for this chip: from 3.5 V on it reads high`,
      );
      shows = true;
    }
    return shows;
  }

  private shift(bit: Bit, at: Nanoseconds): void {
    if (this.clocks === 0) this.began = at;
    this.bits[this.head] = bit;
    this.head = (this.head + 1) % this.bits.length;
    this.clocks += 1;
  }

  /** The word a chip holds, chip 0 nearest the controller; -1 with an unknown bit in it. */
  private word(chip: number): number {
    const { length } = this.bits;
    const start = this.head + length - WORD * (chip + 1);
    let word = 0;
    for (let at = 0; at < WORD; at += 1) {
      const bit = this.bits[(start + at) % length]!;
      if (bit === UNKNOWN) return -1;
      word = (word << 1) | bit;
    }
    return word;
  }

  private take(at: Nanoseconds): void {
    // With no clock in between every chip takes again what it has.
    if (this.clocks === 0) return;
    const words = this.chips.map((_, chip) => this.word(chip));
    const over = this.clocks % WORD;
    if (over !== 0)
      this.watch.breach(
        at,
        "latch in mid-word",
        `LOAD rose after ${this.clocks} bits: words are of 16, so every chip takes ${WORD - over} bits of what was there before`,
      );
    else if (this.clocks > 0 && this.clocks < WORD * this.count)
      this.watch.breach(
        at,
        "wrong number of bits",
        `LOAD rose after ${this.clocks / WORD} of ${this.count} words: the chips behind take words again that had moved on`,
      );
    const sent = Math.floor(this.clocks / WORD);
    this.watch.note({
      kind: "write",
      from: this.began ?? at,
      at,
      bits: this.clocks,
      // The first word sent ends in the farthest chip it reached.
      bytes: words
        .slice(0, Math.min(Math.max(sent, over ? 1 : 0), this.count))
        .reverse()
        .flatMap((word) => (word < 0 ? [-1, -1] : [word >> 8, word & 0xff])),
    });
    this.chips.forEach((chip, index) => {
      if (words[index]! >= 0) chip.write(words[index]!);
      else chip.doubt();
    });
    this.clocks = 0;
    this.began = undefined;
  }

  picture(chip: number): ScanPicture {
    const picture = this.chips[chip]!.picture();
    if (!this.doubtful) return picture;
    return { digits: picture.digits.map(() => ({ lit: 0, unknown: 0xff, share: 1 / 8 })), blink: 0 };
  }

  /** DOUT of the last chip. */
  get dataOut(): Bit {
    return this.out;
  }

  /** The sixteen shift stages of a chip, the bit that came first at the left. */
  stages(chip: number): Bit[] {
    const { length } = this.bits;
    const start = this.head + length - WORD * (chip + 1);
    return Array.from({ length: WORD }, (_, at) => this.bits[(start + at) % length]! as Bit);
  }

  memory(chip: number): Array<{ address: number; value: number }> {
    return this.chips[chip]!.values.map((value, address) => ({ address, value })).filter(
      ({ address }) => address !== 0 && address !== 0xd && address !== 0xe,
    );
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    const { length } = this.bits;
    const bits = Array.from({ length }, (_, at) => this.bits[(this.head + at) % length]!).join("");
    const { data, clock, select } = this.levels;
    return [
      bits,
      this.clocks,
      this.out,
      `${data}${clock}${select}`,
      Number(this.doubtful),
      ...this.chips.map(({ values }) => packBytes(values)),
    ].join(";");
  }

  load(saved: string): void {
    const [bits = "", clocks, out, levels = "", doubtful, ...chips] = saved.split(";");
    this.head = 0;
    this.bits.set([...bits].map(Number));
    this.clocks = Number(clocks);
    this.began = undefined;
    this.out = Number(out) as Bit;
    const [data, clock, select] = [...levels].map(Number) as Level[];
    Object.assign(this.levels, { data, clock, select });
    this.doubtful = doubtful === "1";
    chips.forEach((text, at) => this.chips[at]!.load(unpackBytes(text)));
    this.watch.restart();
  }
}
