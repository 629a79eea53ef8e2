import type { RigModel } from "../address";
import { BusWatch, OpenDrainReceiver } from "../bus";
import { HIGH, LOW, UNKNOWN, type Level } from "../level";
import type { Nanoseconds, Volts } from "../quantity";
import { legRef, type LegRef, type UnitRef } from "../rig";
import type { ClockAct } from "./hands";
import { clockVolts } from "./lines";

const DAY = 86_400;
/** What the registers behind the time hold that nobody sets: day of the week, day, month, year. */
const DATE = [0x01, 0x01, 0x01, 0x00] as const;
const REGISTERS = 3 + DATE.length;

/** A number of two digits as packed BCD: a digit in each half of the byte. */
const packed = (value: number): number => (Math.floor(value / 10) << 4) | (value % 10);
const unpacked = (byte: number): number => (byte >> 4) * 10 + (byte & 15);

/** Seconds since midnight, within a day. */
const withinDay = (seconds: number): number => ((seconds % DAY) + DAY) % DAY;

/**
 * A clock chip on its two lines, edge by edge: bus address, the register one begins at, then bytes to it or from it, one
 * register after the other (registers 0 to 2: seconds, minutes, hours of 24 as packed BCD). Seconds that are written
 * begin a new second.
 */
export class ClockChip {
  private readonly receiver: OpenDrainReceiver;
  private since: Nanoseconds = 0;
  private now: Nanoseconds = 0;
  private register = 0;
  private addressed = false;

  /** @param seconds since midnight at the start */
  constructor(
    readonly unit: UnitRef,
    private readonly act: ClockAct,
    /** Volts it works from; with none it is silent. */
    private readonly volts: Volts,
    private seconds: number,
  ) {
    const times = { period: 2 * act.step, high: 0, low: act.step, setup: 0, hold: 0 };
    this.receiver = new OpenDrainReceiver(
      {
        order: "msb",
        clockName: "SCL",
        dataName: "SDA",
        restartEnds: true,
        givesOn: true,
        take: (taken) => this.take(taken),
        acknowledges: () => this.addressed,
        reply: (taken) => this.reply(taken),
        ended: () => undefined,
      },
      new BusWatch(times, ""),
    );
    // Both lines are held up before anybody pulls one.
    this.receiver.apply({ data: HIGH, clock: HIGH }, 0);
  }

  get data(): LegRef {
    return legRef(this.unit, this.act.data);
  }

  get clock(): LegRef {
    return legRef(this.unit, this.act.clock);
  }

  /** Seconds since midnight, fractions with them. */
  time(now: Nanoseconds): number {
    return withinDay(this.seconds + (now - this.since) / 1e9);
  }

  set(seconds: number, now: Nanoseconds): void {
    this.seconds = withinDay(seconds);
    this.since = now;
  }

  /** Takes what stands on its lines. @returns whether it holds the data line low */
  hear(volts: Readonly<Record<"data" | "clock", Volts | undefined>>, now: Nanoseconds): boolean {
    this.now = now;
    const { level } = this;
    this.receiver.apply({ data: level(volts.data), clock: level(volts.clock) }, now);
    return this.receiver.answer === LOW;
  }

  private readonly level = (volts: Volts | undefined): Level =>
    volts === undefined
      ? UNKNOWN
      : volts >= 0.7 * this.volts
        ? HIGH
        : volts <= 0.3 * this.volts
          ? LOW
          : UNKNOWN;

  private take(taken: readonly number[]): boolean {
    const byte = taken.at(-1)!;
    if (taken.length === 1) this.addressed = byte >> 1 === this.act.address;
    else if (!this.addressed) return false;
    else if (taken.length === 2) this.register = byte % REGISTERS;
    else this.write(byte);
    return false;
  }

  private write(byte: number): void {
    const now = this.time(this.now);
    const whole = Math.floor(now);
    const parts = [whole % 60, Math.floor(whole / 60) % 60, Math.floor(whole / 3600)];
    if (byte >= 0 && this.register < 3) {
      parts[this.register] = unpacked(byte & [0x7f, 0x7f, 0x3f][this.register]!);
      this.set(
        parts[2]! * 3600 + parts[1]! * 60 + parts[0]! + (this.register === 0 ? 0 : now - whole),
        this.now,
      );
    }
    this.register = (this.register + 1) % REGISTERS;
  }

  /** The time is that of the moment it was asked at, however long reading takes. */
  private reply(taken: readonly number[]): number[] | undefined {
    if (taken.length !== 1 || !this.addressed || (taken[0]! & 1) === 0) return undefined;
    const whole = Math.floor(this.time(this.now));
    const all = [whole % 60, Math.floor(whole / 60) % 60, Math.floor(whole / 3600)].map(packed).concat(DATE);
    const from = [...all.slice(this.register), ...all.slice(0, this.register)];
    return from.flatMap((byte) => [...Array.from({ length: 8 }, (_, bit) => (byte >> (7 - bit)) & 1), 1]);
  }
}

/** The clock chips of a rig that have a supply they work from. */
export function clockChips(model: RigModel, stands: Readonly<Record<string, number>>): ClockChip[] {
  return model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (part.kind !== "input" || part.act.by !== "clock") return [];
    const volts = clockVolts(model, ref, part.act);
    return volts === undefined ? [] : [new ClockChip(ref, part.act, volts, stands[ref] ?? 0)];
  });
}
