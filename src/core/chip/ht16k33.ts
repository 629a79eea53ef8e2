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
import { hex } from "./tm16";

/** Commands, as the sheet's command summary lists them: the upper half of the byte says which. */
export const HT16K33 = {
  DATA: 0x00,
  SYSTEM: 0x20,
  OSCILLATOR_ON: 0x01,
  KEYS: 0x40,
  DISPLAY: 0x80,
  DISPLAY_ON: 0x01,
  ROW_INT: 0xa0,
  DIMMING: 0xe0,
} as const;

/** Blinking by bits 2 and 1 of the display command, in Hz. */
export const HT16K33_BLINK: readonly number[] = [0, 2, 1, 0.5];

const COMMONS = 8;
const TIMES = { period: 2500, high: 600, low: 1300, ...DATA_TIMES.i2c } as const;

/**
 * HT16K33 on I²C: start is SDA falling while SCL is high, stop SDA rising; bits come MSB first, every ninth clock the
 * chip that was addressed holds SDA low. A byte below 0x10 sets the memory address and data follow; the others are
 * commands. At power-up oscillator and display are off, brightness is full, and the memory is undefined.
 */
export class Ht16k33 implements DriverModel {
  private readonly cells: number[] = Array<number>(COMMONS * 2).fill(-1);
  private readonly levels: Record<"data" | "clock", Level> = { data: OPEN, clock: OPEN };
  private system = 0;
  private display = 0;
  private dimming = 15;
  private pointer = 0;
  private open = false;
  private mine = false;
  private acknowledge = false;
  private bits = 0;
  private byte = 0;
  private taken: number[] = [];
  private began: Nanoseconds = 0;
  answer: Level = OPEN;
  private readonly watch = new BusWatch(TIMES, "the bus runs at 400 kHz at most, 2.5 µs from rise to rise");

  /** @param busAddress seven bits, 0x70 to 0x77 by its straps */
  constructor(private readonly busAddress: number) {}

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    const before = { ...this.levels };
    if (next.data !== undefined) this.levels.data = next.data;
    if (next.clock !== undefined) this.levels.clock = next.clock;
    const clock = turnOf(before.clock, next.clock);
    const data = turnOf(before.data, next.data);
    const answered = this.answer;
    this.watch.active = this.open;
    if (clock !== "none") this.watch.clock(next.clock!, at);
    let shows = false;
    if (clock === "rise") shows = this.sample(this.levels.data, at);
    if (clock === "fall") this.fall();
    if (data !== "none" && clock === "none" && this.answer === OPEN) {
      if (this.levels.clock === HIGH) {
        if (data === "fall") this.start(at);
        if (data === "rise") this.stop(at);
      } else this.watch.data(at);
    }
    if (clock === "doubt" || data === "doubt")
      this.watch.breach(
        at,
        "unreadable level",
        `${clock === "doubt" ? "SCL" : "SDA"} is between low and high for this chip`,
      );
    return shows || answered !== this.answer;
  }

  private start(at: Nanoseconds): void {
    if (this.open && this.bits > 1)
      this.watch.breach(
        at,
        "data changed while the clock was high",
        `SDA fell in the middle of a byte, after ${this.bits} bits: the chip takes it for a new start`,
      );
    this.finish(at);
    this.open = true;
    this.began = at;
    this.bits = this.byte = 0;
    this.mine = false;
    this.taken = [];
  }

  private stop(at: Nanoseconds): void {
    // The first bit of a byte is sampled before a stop can be told from it.
    if (this.open && this.bits > 1)
      this.watch.breach(
        at,
        "data changed while the clock was high",
        `SDA rose in the middle of a byte, after ${this.bits} bits: the chip takes it for the stop`,
      );
    this.finish(at);
  }

  private finish(at: Nanoseconds): void {
    if (this.open && this.taken.length > 0 && this.mine)
      this.watch.note({
        kind: "write",
        from: this.began,
        at,
        bytes: this.taken,
        bits: this.taken.length * 9,
      });
    this.open = false;
    this.answer = OPEN;
    this.taken = [];
  }

  private sample(data: Level, at: Nanoseconds): boolean {
    if (!this.open) return false;
    if (this.acknowledge) {
      this.acknowledge = false;
      if (data !== LOW && this.taken.length === 1 && !this.mine)
        this.watch.breach(
          at,
          "wrong address",
          `nobody answers ${hex(this.taken[0]! >> 1)} (sent as ${hex(this.taken[0]!)}); this chip is ${hex(this.busAddress)}`,
        );
      else if (data !== LOW && this.mine)
        this.watch.breach(
          at,
          "no acknowledge",
          "SDA is not low at the ninth clock: the controller did not let go of it, or no chip answers",
        );
      this.bits = this.byte = 0;
      return false;
    }
    this.byte = data === HIGH || data === LOW ? (this.byte < 0 ? -1 : (this.byte << 1) | Number(data)) : -1;
    this.bits += 1;
    return this.bits === 8 ? this.take(this.byte, at) : false;
  }

  private fall(): void {
    if (!this.open) return;
    if (this.bits === 8 && !this.acknowledge) {
      this.acknowledge = true;
      this.answer = this.mine ? LOW : OPEN;
    } else if (!this.acknowledge) this.answer = OPEN;
  }

  private take(byte: number, at: Nanoseconds): boolean {
    this.taken.push(byte);
    const place = this.taken.length - 1;
    if (place === 0) {
      this.mine = byte >= 0 && byte >> 1 === this.busAddress;
      if (this.mine && byte & 1)
        this.watch.breach(
          at,
          "no such command",
          "the address was sent with the read bit: to write, bit 0 is 0",
        );
      return false;
    }
    if (!this.mine || this.taken[0]! & 1) return false;
    const command = this.taken[1]!;
    if (place > 1) {
      if (command < 0 || command >> 4 !== 0) {
        this.watch.breach(
          at,
          "no such command",
          `${hex(byte)} follows command ${hex(command)}, which takes no data`,
        );
        return false;
      }
      this.cells[this.pointer] = byte;
      this.pointer = (this.pointer + 1) % this.cells.length;
      return true;
    }
    switch (byte >> 4) {
      case 0x0:
        this.pointer = byte & 0x0f;
        return false;
      case 0x2:
        this.system = byte & 1;
        return true;
      case 0x8:
        this.display = byte & 7;
        return true;
      case 0xe:
        this.dimming = byte & 15;
        return true;
      case 0x4:
      case 0x6:
      case 0xa:
        return false;
      default:
        if (byte >= 0)
          this.watch.breach(at, "no such command", `${hex(byte)} is none of the chip's commands`);
        return false;
    }
  }

  picture(): ScanPicture {
    const on = this.system === HT16K33.OSCILLATOR_ON && (this.display & HT16K33.DISPLAY_ON) === 1;
    const share = (this.dimming + 1) / 16 / COMMONS;
    return {
      blink: HT16K33_BLINK[(this.display >> 1) & 3]!,
      digits: Array.from({ length: COMMONS }, (_, common) => {
        const [low, high] = [this.cells[common * 2]!, this.cells[common * 2 + 1]!];
        if (!on) return { lit: 0, unknown: 0, share: 0 };
        return {
          lit: Math.max(0, low) | (Math.max(0, high) << 8),
          unknown: (low < 0 ? 0xff : 0) | (high < 0 ? 0xff00 : 0),
          share,
        };
      }),
    };
  }

  get memory(): Array<{ address: number; value: number }> {
    return [
      ...this.cells.map((value, address) => ({ address, value })),
      { address: HT16K33.SYSTEM, value: this.system },
      { address: HT16K33.DISPLAY, value: this.display },
      { address: HT16K33.DIMMING, value: this.dimming },
    ];
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    return [
      packBytes(this.cells),
      packBytes([
        this.levels.data,
        this.levels.clock,
        this.system,
        this.display,
        this.dimming,
        this.pointer,
        Number(this.open),
        Number(this.mine),
        Number(this.acknowledge),
        this.bits,
        this.byte,
        this.answer,
      ]),
      packBytes(this.taken),
    ].join(";");
  }

  load(saved: string): void {
    const [cells = "", state = "", taken = ""] = saved.split(";");
    this.cells.splice(0, this.cells.length, ...unpackBytes(cells));
    const [data, clock, system, display, dimming, pointer, open, mine, acknowledge, bits, byte, answer] =
      unpackBytes(state);
    Object.assign(this.levels, { data, clock });
    Object.assign(this, {
      system,
      display,
      dimming,
      pointer,
      open: open === 1,
      mine: mine === 1,
      acknowledge: acknowledge === 1,
      bits,
      byte,
      answer,
    });
    this.taken = unpackBytes(taken);
    this.watch.restart();
  }
}
