import { AVRTimer, type AVRTimerConfig, type CPU } from "avr8js";

/** Counts up to the end and begins anew, rather than up and down: only then can counts be taken together. */
const UP_ONLY = new Set([0, 2, 3]);

/** What a compare value has: its flag, and the register it stands in. */
const COMPARES = [
  ["OCFA", "OCRA"],
  ["OCFB", "OCRB"],
  ["OCFC", "OCRC"],
] as const;

/**
 * A timer that is looked at only where something comes of it: at its compare values, at its top, where it rolls over.
 * In between it counts by itself; a read takes what is due. The flags come at the very same clocks as with a look at
 * every count. A compare value nobody has written yet sets no flag: on the table the 0 it has at reset does, so that an
 * interrupt that is turned on without its flag being cleared comes once at once.
 */
export class QuickTimer extends AVRTimer {
  constructor(
    private readonly core: CPU,
    private readonly registers: AVRTimerConfig,
  ) {
    super(core, registers);
    const count = this.count;
    this.count = (again, outside) => {
      if (!outside) this.catchUp(count);
      count(again, outside);
    };
    const { OCRA, OCRB, OCRC, ICR, TCCRA } = registers;
    for (const register of [OCRA, OCRB, OCRC, ICR, TCCRA]) if (register > 0) this.lookAgainAfter(register);
    for (const [flag, value] of COMPARES)
      if (registers[value] > 0) this.quietUntilWritten(flag, registers[value]);
  }

  private quietUntilWritten(flag: (typeof COMPARES)[number][0], register: number): void {
    const real = this[flag];
    this[flag] = { ...real, flagMask: 0, enableMask: 0 };
    const before = this.core.writeHooks[register];
    this.core.writeHooks[register] = (value, old, at, mask) => {
      const done = before?.(value, old, at, mask);
      this[flag] = real;
      return done;
    };
  }

  /** Counts to each place where something comes of it, one after the other: what is due came late by some clocks. */
  private catchUp(count: AVRTimer["count"]): void {
    const { core } = this;
    const now = core.cycles;
    for (;;) {
      const divider = this["divider"];
      if (divider === 0 || this["updateDivider"] || this["tcntUpdated"]) break;
      const next = this["lastCycle"] + this.quiet * divider;
      if (next >= now) break;
      core.cycles = next;
      count(false);
    }
    core.cycles = now;
  }

  /** Counts there are until something comes of them; 1 where every count has to be looked at. */
  private get quiet(): number {
    if (!UP_ONLY.has(this["timerMode"])) return 1;
    const { bits } = this.registers;
    const now = this["tcnt"];
    const end = Math.min(this.TOP, bits === 16 ? 0xffff : 0xff) + 1;
    let quiet = now < end ? end - now : 1;
    for (const compare of [this["ocrA"], this["ocrB"], this["ocrC"]])
      if (compare > now) quiet = Math.min(quiet, compare - now);
    return quiet;
  }

  /** Where a timer asks for its next count, it is given the next one that matters. */
  static attach(core: CPU, timers: readonly QuickTimer[]): void {
    const plain = core.addClockEvent.bind(core);
    const byCount = new Map(timers.map((timer) => [timer.count as () => void, timer]));
    core.addClockEvent = (callback, cycles) => {
      const timer = byCount.get(callback);
      if (!timer || cycles <= 0) return plain(callback, cycles);
      const divider = timer["divider"];
      return plain(callback, divider > 0 ? cycles + (timer.quiet - 1) * divider : cycles);
    };
  }

  private lookAgainAfter(register: number): void {
    const { core } = this;
    const before = core.writeHooks[register];
    core.writeHooks[register] = (value, old, at, mask) => {
      // What was counted up to here was counted by the values of before.
      if (!this["updateDivider"]) this.count(false);
      const done = before?.(value, old, at, mask);
      if (core.clearClockEvent(this.count)) {
        const divider = this["divider"];
        if (divider > 0) core.addClockEvent(this.count, this["lastCycle"] + divider - core.cycles);
      }
      return done;
    };
  }
}
