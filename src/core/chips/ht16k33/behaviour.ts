import type { Nanoseconds } from "../../quantity";
import {
  BusWatch,
  hex,
  I2C,
  AddressedReceiver,
  packBytes,
  unpackBytes,
  type BusNote,
  type BusPin,
} from "../../bus";
import type { ScanPicture } from "../types";
import type { Level } from "../../level";

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
export const TIMES = { period: 2500, high: 600, low: 1300, ...I2C.times } as const;

/**
 * HT16K33 on I²C: bits come MSB first, the first byte is the bus address, and only the chip it names answers. A byte
 * below 0x10 sets the memory address and data follow; the others are commands. At power-up oscillator and display are
 * off, brightness is full, and the memory is undefined.
 */
export class Ht16k33 {
  private readonly cells: number[] = Array<number>(COMMONS * 2).fill(-1);
  private system = 0;
  private display = 0;
  private dimming = 15;
  private pointer = 0;
  private readonly watch = new BusWatch(TIMES, "the bus runs at 400 kHz at most, 2.5 µs from rise to rise");
  private readonly receiver: AddressedReceiver;

  /** @param busAddress seven bits, 0x70 to 0x77 by its straps */
  constructor(busAddress: number) {
    this.receiver = new AddressedReceiver(busAddress, this.watch, (taken, at) => this.take(taken, at));
  }

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  get answer(): Level {
    return this.receiver.answer;
  }

  private take([, command = -1, ...data]: readonly number[], at: Nanoseconds): boolean {
    if (data.length === 0) return this.command(command, at);
    const byte = data[data.length - 1]!;
    if (command >> 4 !== 0) {
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

  private command(byte: number, at: Nanoseconds): boolean {
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
    const { system, display, dimming, pointer } = this;
    return [packBytes([...this.cells, system, display, dimming, pointer]), this.receiver.save()].join(";");
  }

  load(saved: string): void {
    const [registers = "", receiver = ""] = saved.split(";");
    const bytes = unpackBytes(registers);
    const [system, display, dimming, pointer] = bytes.splice(this.cells.length);
    this.cells.splice(0, this.cells.length, ...bytes);
    Object.assign(this, { system, display, dimming, pointer });
    this.receiver.load(receiver);
  }
}
