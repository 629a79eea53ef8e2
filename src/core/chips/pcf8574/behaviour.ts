import { AddressedReceiver, BusWatch, I2C, type BusNote, type BusPin } from "../../bus";
import { HIGH, LOW, UNKNOWN, type Level } from "../../level";
import type { Nanoseconds } from "../../quantity";
import type { MemoryValue } from "../types";

export const TIMES = { period: 10_000, high: 4000, low: 4700, ...I2C.times, setup: 250 } as const;

/**
 * PCF8574 on I²C: bits come MSB first, the first byte is the bus address, and only the chip it names answers. Every
 * byte behind it goes to the ports as soon as it is whole. All ports are high at power-up.
 */
export class Pcf8574 {
  /** What the ports hold; -1 once a bit of it could not be read. */
  private port = 0xff;
  private readonly watch = new BusWatch(TIMES, "the bus runs at 100 kHz at most, 10 µs from rise to rise");
  private readonly receiver: AddressedReceiver;

  /** @param busAddress seven bits, 0x20 to 0x27 by its straps */
  constructor(busAddress: number) {
    this.receiver = new AddressedReceiver(busAddress, this.watch, (taken) => {
      this.port = taken[taken.length - 1]!;
      return true;
    });
  }

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  get answer(): Level {
    return this.receiver.answer;
  }

  /** Level of a port: low is a sink, high hardly more than a pull-up. */
  output(at: number): Level {
    if (this.port < 0) return UNKNOWN;
    return (this.port >> at) & 1 ? HIGH : LOW;
  }

  get memory(): MemoryValue[] {
    return [{ address: 0, value: this.port }];
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    return [this.port, this.receiver.save()].join(";");
  }

  load(saved: string): void {
    const [port = "255", receiver = ""] = saved.split(";");
    this.port = Number(port);
    this.receiver.load(receiver);
  }
}
