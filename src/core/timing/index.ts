import type { ControllerPart, TimerUnit } from "../parts";
import type { Hertz, Microseconds } from "../quantity";

/** One way to set a timer so that it comes round at about a wanted period. */
export interface TimerSetting {
  readonly timer: TimerUnit;
  readonly prescaler: number;
  readonly postscaler: number;
  /** What the compare register holds: one less than the counts of a period. */
  readonly compare: number;
  /** What the period really is, in µs. */
  readonly period: Microseconds;
  readonly rate: Hertz;
  /** How far the period is off, in millionths of the wanted one; positive where it is too long. */
  readonly errorPpm: number;
}

/**
 * Settings of a controller's timers for a period: for each prescaler the nearest compare value. Ranked by error, then
 * timers nothing else uses, then the smaller prescaler (finer steps).
 * Period = (compare + 1) × prescaler × postscaler / clock, as the timer sections of the data sheets give it.
 * @param period µs, above 0
 * @returns every setting that fits; empty where the period is out of reach
 */
export function fitTimer(period: Microseconds, { timers }: Pick<ControllerPart, "timers">): TimerSetting[] {
  const found: TimerSetting[] = [];
  for (const timer of timers) {
    for (const prescaler of timer.prescalers) {
      for (const postscaler of timer.postscalers ?? [1]) {
        const step = (prescaler * postscaler * 1e6) / timer.clock;
        const counts = Math.round(period / step);
        if (counts < 1 || counts > 2 ** timer.bits) continue;
        const real = counts * step;
        found.push({
          timer,
          prescaler,
          postscaler,
          compare: counts - 1,
          period: real,
          rate: 1e6 / real,
          errorPpm: (real / period - 1) * 1e6,
        });
      }
    }
  }
  const order = (setting: TimerSetting): number[] => [
    Math.round(Math.abs(setting.errorPpm) * 1000),
    setting.timer.taken ? 1 : 0,
    setting.prescaler * setting.postscaler,
  ];
  return found.sort((one, other) => {
    const [mine, theirs] = [order(one), order(other)];
    const at = mine.findIndex((value, n) => value !== theirs[n]);
    return at < 0 ? 0 : mine[at]! - theirs[at]!;
  });
}

/** The setting one takes for several periods at once: one prescaler of one free timer that reaches them all. */
export function fitPeriods(
  periods: readonly Microseconds[],
  controller: Pick<ControllerPart, "timers">,
): readonly TimerSetting[] | undefined {
  const longest = Math.max(...periods);
  const free = fitTimer(longest, controller).filter(({ timer }) => !timer.taken);
  for (const lead of free) {
    const all = periods.map((period) =>
      fitTimer(period, { timers: [lead.timer] }).find(
        ({ prescaler, postscaler }) => prescaler === lead.prescaler && postscaler === lead.postscaler,
      ),
    );
    if (all.every((setting) => setting !== undefined)) return all;
  }
  return undefined;
}

/** A counter that divides a clock: from 0 to count − 1, then again. */
export interface Divider {
  readonly count: number;
  readonly bits: number;
  readonly period: Microseconds;
  readonly errorPpm: number;
}

/** The bits a counter needs for so many counts: ⌈log2 N⌉, at least 1. */
export const dividerBits = (count: number): number => {
  let bits = 1;
  while (2 ** bits < count) bits += 1;
  return bits;
};

/** The divider of a clock that comes nearest to a period. */
export function fitDivider(period: Microseconds, clock: Hertz): Divider {
  const count = Math.max(1, Math.round((period * clock) / 1e6));
  const real = (count * 1e6) / clock;
  return { count, bits: dividerBits(count), period: real, errorPpm: (real / period - 1) * 1e6 };
}
