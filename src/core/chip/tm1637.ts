import type { Nanoseconds } from "../quantity";
import {
  BusWatch,
  DATA_TIMES,
  packBytes,
  turnOf,
  unpackBytes,
  type BusNote,
  type BusPin,
  type DriverModel,
  type ScanPicture,
} from "./driver";
import { HIGH, LOW, OPEN, type Level } from "./level";
import { TM16, Tm16Registers } from "./tm16";

const GRIDS = 6;
const TIMES = { period: 2000, high: 400, low: 400, ...DATA_TIMES["two-wire"] } as const;

/**
 * TM1637. Start: DIO falls while CLK is high; stop: DIO rises while CLK is high. Bits come LSB first and are sampled
 * on CLK rising; at the ninth clock the chip holds DIO low. Memory is undefined at power-up and the display is off.
 */
export class Tm1637 implements DriverModel {
  private readonly levels: Record<"data" | "clock", Level> = { data: OPEN, clock: OPEN };
  /** Between start and stop. */
  private open = false;
  private bits = 0;
  private byte = 0;
  /** Bytes since the start. */
  private taken: number[] = [];
  private began: Nanoseconds = 0;
  private acknowledging = false;
  /** Bits of the answer still to be given. */
  private reading: number[] | undefined;
  private given: number[] = [];
  private readCount = 0;
  answer: Level = OPEN;
  /** The key that is held down as the chip reports it; 0xff for none. */
  key = 0xff;
  private readonly watch = new BusWatch(TIMES, "the chip takes 500 kHz at most, 2 µs from rise to rise");
  private readonly registers = new Tm16Registers(GRIDS, GRIDS, this.watch);

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    const before = { ...this.levels };
    if (next.data !== undefined) this.levels.data = next.data;
    if (next.clock !== undefined) this.levels.clock = next.clock;
    const clock = turnOf(before.clock, next.clock);
    const wasAnswer = this.answer;
    this.watch.active = this.open;
    if (clock !== "none") this.watch.clock(next.clock!, at);
    let wrote = false;
    if (clock === "rise") wrote = this.sample(this.levels.data, at);
    if (clock === "fall") this.fall();
    const data = turnOf(before.data, next.data);
    if (data !== "none") {
      // What changes together with the clock, or is the chip's own answer, is neither start nor stop.
      const own = this.answer === LOW || (this.reading !== undefined && this.reading.length > 0);
      if (!own && this.levels.clock === HIGH && clock === "none") {
        if (data === "fall") this.start(at);
        else if (data === "rise") this.stop(at);
      } else if (!own) this.watch.data(at);
    }
    if (clock === "doubt" || data === "doubt")
      this.watch.breach(
        at,
        "unreadable level",
        `${clock === "doubt" ? "CLK" : "DIO"} is between low and high for this chip`,
      );
    return wrote || wasAnswer !== this.answer;
  }

  private start(at: Nanoseconds): void {
    if (this.open && this.bits > 1)
      this.watch.breach(
        at,
        "data changed while the clock was high",
        `DIO fell in the middle of a byte, after ${this.bits} bits: the chip takes it for a new start`,
      );
    this.open = true;
    this.began = at;
    this.bits = this.byte = 0;
    this.taken = [];
    this.reading = undefined;
  }

  private stop(at: Nanoseconds): void {
    if (!this.open) return;
    // The first bit of a byte is sampled before a stop can be told from it.
    if (this.bits > 1)
      this.watch.breach(
        at,
        "data changed while the clock was high",
        `DIO rose in the middle of a byte, after ${this.bits} bits: the chip takes it for the stop`,
      );
    this.open = false;
    this.reading = undefined;
    this.answer = OPEN;
    if (this.given.length > 0)
      this.watch.note({
        kind: "read",
        from: this.began,
        at,
        command: this.taken[0] ?? TM16.READ_KEYS,
        bytes: this.given,
      });
    else if (this.taken.length > 0)
      this.watch.note({
        kind: "write",
        from: this.began,
        at,
        bytes: this.taken,
        bits: this.taken.length * 8,
      });
    this.taken = [];
    this.given = [];
  }

  /** @returns whether what is shown may have changed */
  private sample(data: Level, at: Nanoseconds): boolean {
    if (!this.open) return false;
    if (this.acknowledging) {
      this.acknowledging = false;
      if (data !== LOW)
        this.watch.breach(
          at,
          "no acknowledge",
          "DIO is not low at the ninth clock: the controller did not let go of it, or no chip answers",
        );
      this.bits = this.byte = 0;
      return false;
    }
    if (this.reading) {
      // What is read is what stands on the line, whoever puts it there.
      if (this.readCount < 8 && this.given.length > 0) {
        this.given = [this.given[0]! | (data === LOW ? 0 : 1 << this.readCount)];
        this.readCount += 1;
      }
      return false;
    }
    this.byte =
      data === HIGH || data === LOW ? (this.byte < 0 ? -1 : this.byte | (Number(data) << this.bits)) : -1;
    this.bits += 1;
    return this.bits === 8 ? this.take(this.byte, at) : false;
  }

  private fall(): void {
    if (!this.open) return;
    if (this.bits === 8) {
      this.acknowledging = true;
      this.answer = LOW;
      this.bits = 0;
      if (this.registers.reads && this.taken[0] === TM16.READ_KEYS && this.taken.length === 1) {
        this.reading = Array.from({ length: 8 }, (_, at) => (this.key >> at) & 1);
        this.given = [0];
        this.readCount = 0;
      }
      return;
    }
    if (this.acknowledging) return;
    if (this.reading && this.reading.length > 0) this.answer = this.reading.shift() === 0 ? LOW : OPEN;
    else this.answer = OPEN;
  }

  private take(byte: number, at: Nanoseconds): boolean {
    const first = this.taken.length === 0;
    this.taken.push(byte);
    return first ? this.registers.command(byte, at) : this.registers.data(byte, at);
  }

  picture(): ScanPicture {
    const { cells, share } = this.registers;
    return {
      blink: 0,
      digits: cells.map((cell) =>
        share > 0
          ? { lit: Math.max(0, cell), unknown: cell < 0 ? 0xff : 0, share }
          : { lit: 0, unknown: 0, share },
      ),
    };
  }

  get memory(): Array<{ address: number; value: number }> {
    return this.registers.memory;
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    return [
      this.registers.save(),
      packBytes([
        this.levels.data,
        this.levels.clock,
        Number(this.open),
        this.bits,
        this.byte,
        Number(this.acknowledging),
        this.answer,
        this.key,
      ]),
      packBytes(this.taken),
      this.reading ? packBytes(this.reading) : "-",
    ].join(";");
  }

  load(saved: string): void {
    const [registers = "", state = "", taken = "", reading = "-"] = saved.split(";");
    this.registers.load(registers);
    const [data, clock, open, bits, byte, acknowledging, answer, key] = unpackBytes(state);
    Object.assign(this.levels, { data, clock });
    Object.assign(this, { open: open === 1, bits, byte, acknowledging: acknowledging === 1, answer, key });
    this.taken = unpackBytes(taken);
    this.reading = reading === "-" ? undefined : unpackBytes(reading);
    this.watch.restart();
  }
}
