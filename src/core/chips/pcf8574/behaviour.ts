import { BusWatch, I2C, OpenDrainReceiver, hex, type BusNote, type BusPin } from "../../bus";
import { HIGH, LOW, UNKNOWN, type Level } from "../../level";
import type { Nanoseconds } from "../../quantity";
import type { MemoryValue } from "../types";

export const TIMES = { period: 10_000, high: 4000, low: 4700, ...I2C.times, setup: 250 } as const;

/**
 * PCF8574 on I²C: bits come MSB first, the first byte is the bus address, and only the chip it names answers. Every
 * byte behind it goes to the ports as soon as it is whole. All ports are high at power-up.
 */
export class Pcf8574 {
  /** What the ports hold; -1 once a bit of it could not be told. */
  private port = 0xff;
  /** The bus address sent last is this chip's. */
  private mine = false;
  private readonly watch = new BusWatch(TIMES, "the bus runs at 100 kHz at most, 10 µs from rise to rise");
  private readonly receiver = new OpenDrainReceiver(
    {
      order: "msb",
      clockName: "SCL",
      dataName: "SDA",
      restartEnds: true,
      take: (taken, at) => this.take(taken, at),
      acknowledges: () => this.mine,
      unanswered: (taken, at) => this.unanswered(taken, at),
      ended: (taken, _, from, at) => {
        if (taken.length > 0)
          this.watch.note(
            this.mine
              ? { kind: "write", from, at, bytes: taken, bits: taken.length * 9 }
              : { kind: "unheard", from, at, bytes: taken },
          );
        this.mine = false;
      },
    },
    this.watch,
  );

  /** @param busAddress seven bits, 0x20 to 0x27 by its straps */
  constructor(private readonly busAddress: number) {}

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  get answer(): Level {
    return this.receiver.answer;
  }

  private take(taken: readonly number[], at: Nanoseconds): boolean {
    const byte = taken[taken.length - 1]!;
    if (taken.length > 1) {
      if (!this.mine) return false;
      this.port = byte;
      return true;
    }
    this.mine = byte >= 0 && byte >> 1 === this.busAddress && (byte & 1) === 0;
    if (byte >= 0 && byte >> 1 === this.busAddress && byte & 1)
      this.watch.breach(
        at,
        "no such command",
        "the address was sent with the read bit: to write, bit 0 is 0",
      );
    return false;
  }

  private unanswered(taken: readonly number[], at: Nanoseconds): void {
    const [sent = -1] = taken;
    if (this.mine)
      this.watch.breach(
        at,
        "no acknowledge",
        "SDA is not low at the ninth clock: the controller did not let go of it, or no chip answers",
      );
    else if (taken.length === 1)
      this.watch.breach(
        at,
        "wrong address",
        `nobody answers ${hex(sent >> 1)} (sent as ${hex(sent)}); this chip is ${hex(this.busAddress)}`,
      );
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
    return [this.port, Number(this.mine), this.receiver.save()].join(";");
  }

  load(saved: string): void {
    const [port = "255", mine = "0", receiver = ""] = saved.split(";");
    this.port = Number(port);
    this.mine = mine === "1";
    this.receiver.load(receiver);
  }
}
