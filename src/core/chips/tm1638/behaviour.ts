import type { Nanoseconds } from "../../quantity";
import {
  addBit,
  BusWatch,
  edgeOf,
  hex,
  packBytes,
  STROBED,
  unpackBytes,
  type BusNote,
  type BusPin,
} from "../../bus";
import type { ScanPicture } from "../types";
import { LOW, OPEN, type Level } from "../../level";
import { TM16, Tm16Registers } from "../tm16";

export const GRIDS = 8;
export const TIMES = { period: 1000, high: 400, low: 400, ...STROBED.times } as const;
/** Least time the strobe is high between two commands, and from its fall to the first clock. */
const STROBE: Nanoseconds = 1000;
const KEY_BYTES = 4;

/**
 * TM1638. STB low frames one command, or an address and the data behind it; bits come LSB first and are sampled on CLK
 * rising. After the command to read keys the chip puts four bytes on DIO, changing on CLK falling. Memory is undefined
 * at power-up and the display is off.
 */
export class Tm1638 {
  private readonly levels: Record<BusPin, Level> = { data: OPEN, clock: OPEN, select: OPEN };
  private bits = 0;
  private byte = 0;
  private taken: number[] = [];
  private began: Nanoseconds = 0;
  private strobeMoved: Nanoseconds = -Infinity;
  /** Bits of the answer that have been given; undefined while nothing is read. */
  private readBits: number | undefined;
  private seen: number[] = [];
  answer: Level = OPEN;
  /** Four bytes, as the chip reports its keys. */
  keys: readonly number[] = [0, 0, 0, 0];
  private readonly watch = new BusWatch(TIMES, "the chip takes 1 MHz at most, 1 µs from rise to rise");
  private readonly registers = new Tm16Registers(GRIDS * 2, GRIDS, this.watch);

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    const before = { ...this.levels };
    Object.assign(this.levels, next);
    const strobe = edgeOf(before.select, next.select);
    const clock = edgeOf(before.clock, next.clock);
    const answered = this.answer;
    let shows = false;
    if (strobe === "fall") this.start(at);
    if (this.levels.select === LOW && strobe === "none") {
      if (clock !== "none") this.watch.clock(next.clock!, at);
      if (next.data !== undefined && next.data !== before.data && this.readBits === undefined)
        this.watch.data(at);
      if (clock === "rise") {
        if (this.taken.length === 0 && this.bits === 0 && at - this.strobeMoved < STROBE)
          this.watch.breach(
            at,
            "setup too short",
            `the clock rises ${at - this.strobeMoved} ns after STB fell; 1 µs is needed`,
          );
        shows = this.sample(next.data === undefined ? this.levels.data : before.data, at);
      }
      if (clock === "fall") this.fall();
    }
    if (strobe === "rise") this.stop(at);
    if (strobe === "doubt" || clock === "doubt")
      this.watch.breach(
        at,
        "unreadable level",
        `${clock === "doubt" ? "CLK" : "STB"} is between low and high for this chip`,
      );
    return shows || answered !== this.answer;
  }

  private start(at: Nanoseconds): void {
    if (at - this.strobeMoved < STROBE)
      this.watch.breach(
        at,
        "pulse too short",
        `STB was high for ${at - this.strobeMoved} ns; 1 µs is needed between two commands`,
      );
    this.strobeMoved = at;
    this.began = at;
    this.bits = this.byte = 0;
    this.taken = [];
    this.readBits = undefined;
    this.watch.restart();
  }

  private stop(at: Nanoseconds): void {
    this.strobeMoved = at;
    if (this.bits > 0 && this.readBits === undefined)
      this.watch.breach(
        at,
        "wrong number of bits",
        `STB rose after ${this.bits} bits of a byte: the chip drops them`,
      );
    if (this.readBits !== undefined && this.readBits > 0)
      this.watch.note({
        kind: "read",
        from: this.began,
        at,
        command: TM16.READ_KEYS,
        bytes: this.seen,
      });
    else if (this.taken.length > 0)
      this.watch.note({
        kind: "write",
        from: this.began,
        at,
        bytes: this.taken,
        bits: this.taken.length * 8,
      });
    this.readBits = undefined;
    this.answer = OPEN;
    this.taken = [];
    this.bits = 0;
  }

  private sample(data: Level, at: Nanoseconds): boolean {
    if (this.readBits !== undefined) {
      // What is read is what stands on the line, whoever puts it there.
      const byte = this.readBits >> 3;
      if (byte < KEY_BYTES)
        this.seen[byte] = (this.seen[byte] ?? 0) | (data === LOW ? 0 : 1 << (this.readBits & 7));
      this.readBits += 1;
      return false;
    }
    this.byte = addBit(this.byte, this.bits, data, "lsb");
    this.bits += 1;
    if (this.bits < 8) return false;
    const byte = this.byte;
    this.bits = this.byte = 0;
    return this.take(byte, at);
  }

  private fall(): void {
    if (
      this.readBits === undefined &&
      this.taken.length === 1 &&
      this.taken[0] === TM16.READ_KEYS &&
      this.bits === 0
    ) {
      this.readBits = 0;
      this.seen = [];
    }
    if (this.readBits === undefined || this.readBits >= KEY_BYTES * 8) return;
    this.answer = (this.keys[this.readBits >> 3]! >> (this.readBits & 7)) & 1 ? OPEN : LOW;
  }

  private take(byte: number, at: Nanoseconds): boolean {
    const [command] = this.taken;
    this.taken.push(byte);
    if (command === undefined) return this.registers.command(byte, at);
    if (command >> 6 === 3) return this.registers.data(byte, at);
    this.watch.breach(
      at,
      "no such command",
      `${hex(byte)} follows a command without an address: data belongs behind an address command`,
    );
    return false;
  }

  picture(): ScanPicture {
    const { cells, share } = this.registers;
    return {
      blink: 0,
      digits: Array.from({ length: GRIDS }, (_, grid) => {
        const [low, high] = [cells[grid * 2]!, cells[grid * 2 + 1]!];
        if (share === 0) return { lit: 0, unknown: 0, share };
        return {
          lit: Math.max(0, low) | ((Math.max(0, high) & 3) << 8),
          unknown: (low < 0 ? 0xff : 0) | (high < 0 ? 0x300 : 0),
          share,
        };
      }),
    };
  }

  get memory(): Array<{ address: number; value: number }> {
    return this.registers.memory;
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    const { data, clock, select } = this.levels;
    return [
      this.registers.save(),
      packBytes([data, clock, select, this.bits, this.byte, this.answer, this.readBits ?? -1]),
      packBytes(this.taken),
      packBytes(this.keys),
    ].join(";");
  }

  load(saved: string): void {
    const [registers = "", state = "", taken = "", keys = ""] = saved.split(";");
    this.registers.load(registers);
    const [data, clock, select, bits, byte, answer, readBits] = unpackBytes(state);
    Object.assign(this.levels, { data, clock, select });
    Object.assign(this, { bits, byte, answer, readBits: readBits! < 0 ? undefined : readBits });
    this.taken = unpackBytes(taken);
    this.keys = unpackBytes(keys);
    this.strobeMoved = -Infinity;
    this.watch.restart();
  }
}
