import { BusWatch, OpenDrainReceiver, TWO_WIRE_UNANSWERED, type BusNote, type BusPin } from "../../bus";
import { OPEN, type Level } from "../../level";
import type { Nanoseconds } from "../../quantity";
import { Tm16Registers } from "../tm16";
import type { MemoryValue, ScanPicture } from "../types";

export const GRIDS = 16;
export const TIMES = { period: 1000, high: 400, low: 400, ...TWO_WIRE_UNANSWERED.times } as const;

/**
 * TM1640, over two wires without address or answer: bits come LSB first, eight clocks a byte. The first byte behind a
 * start is a command. Memory is undefined at power-up and the display is off.
 */
export class Tm1640 {
  /** It only listens. */
  readonly answer: Level = OPEN;
  private readonly watch = new BusWatch(TIMES, "the chip takes 1 MHz at most, 1 µs from rise to rise");
  private readonly registers = new Tm16Registers(GRIDS, GRIDS, this.watch);
  private readonly receiver = new OpenDrainReceiver(
    {
      order: "lsb",
      clockName: "SCLK",
      dataName: "DIN",
      restartEnds: false,
      take: (taken, at) => {
        const byte = taken[taken.length - 1]!;
        return taken.length === 1 ? this.registers.command(byte, at) : this.registers.data(byte, at);
      },
      ended: (taken, _, from, at) => {
        if (taken.length > 0)
          this.watch.note({ kind: "write", from, at, bytes: taken, bits: taken.length * 8 });
      },
    },
    this.watch,
  );

  apply(next: Readonly<Partial<Record<BusPin, Level>>>, at: Nanoseconds): boolean {
    return this.receiver.apply(next, at);
  }

  picture(): ScanPicture {
    return { blink: 0, digits: this.registers.digits() };
  }

  get memory(): MemoryValue[] {
    return this.registers.memory;
  }

  takeNotes(): BusNote[] {
    return this.watch.take();
  }

  save(): string {
    return [this.registers.save(), this.receiver.save()].join(";");
  }

  load(saved: string): void {
    const [registers = "", receiver = ""] = saved.split(";");
    this.registers.load(registers);
    this.receiver.load(receiver);
  }
}
