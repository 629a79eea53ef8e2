import type { Nanoseconds } from "../../quantity";
import {
  BusWatch,
  OpenDrainReceiver,
  packBytes,
  TWO_WIRE,
  unpackBytes,
  type BusNote,
  type BusPin,
} from "../../bus";
import type { ScanPicture } from "../types";
import type { Level } from "../../level";
import { TM16, Tm16Registers } from "../tm16";

export const GRIDS = 6;
export const TIMES = { period: 2000, high: 400, low: 400, ...TWO_WIRE.times } as const;

/**
 * TM1637, over two wires without an address: bits come LSB first, and every byte is acknowledged. The first byte behind
 * a start is a command. Memory is undefined at power-up and the display is off.
 */
export class Tm1637 {
  /** The key that is held down as the chip reports it; 0xff for none. */
  key = 0xff;
  private readonly watch = new BusWatch(TIMES, "the chip takes 500 kHz at most, 2 µs from rise to rise");
  private readonly registers = new Tm16Registers(GRIDS, GRIDS, this.watch);
  private readonly receiver = new OpenDrainReceiver(
    {
      order: "lsb",
      clockName: "CLK",
      dataName: "DIO",
      restartEnds: false,
      take: (taken, at) => {
        const byte = taken[taken.length - 1]!;
        return taken.length === 1 ? this.registers.command(byte, at) : this.registers.data(byte, at);
      },
      acknowledges: () => true,
      unanswered: (_, at) =>
        this.watch.breach(
          at,
          "no acknowledge",
          "DIO is not low at the ninth clock: the controller did not let go of it, or no chip answers",
        ),
      reply: (taken) =>
        this.registers.reads && taken.length === 1 && taken[0] === TM16.READ_KEYS
          ? Array.from({ length: 8 }, (_, at) => (this.key >> at) & 1)
          : undefined,
      ended: (taken, read, from, at) => {
        const [command = TM16.READ_KEYS] = taken;
        if (read !== undefined) this.watch.note({ kind: "read", from, at, command, bytes: [read] });
        else if (taken.length > 0)
          this.watch.note({ kind: "write", from, at, bytes: taken, bits: taken.length * 8 });
      },
    },
    this.watch,
  );

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  get answer(): Level {
    return this.receiver.answer;
  }

  picture(): ScanPicture {
    return { blink: 0, digits: this.registers.digits() };
  }

  get memory(): Array<{ address: number; value: number }> {
    return this.registers.memory;
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    return [this.registers.save(), this.receiver.save(), packBytes([this.key])].join(";");
  }

  load(saved: string): void {
    const [registers = "", receiver = "", key = ""] = saved.split(";");
    this.registers.load(registers);
    this.receiver.load(receiver);
    this.key = unpackBytes(key)[0]!;
  }
}
