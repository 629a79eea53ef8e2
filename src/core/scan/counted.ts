import type { Milliseconds, Nanoseconds } from "../quantity";

const DAY_SECONDS = 86_400;

/** How well a loop that counts its refreshes keeps time. */
export interface Counted {
  /** Refreshes that make up one tick. */
  readonly refreshes: number;
  /** What the tick really takes, in ms. */
  readonly tick: Milliseconds;
  /** Seconds the count loses a day; negative where it gains. */
  readonly drift: number;
}

/**
 * A tick made of whole refreshes.
 * @param period of one refresh in ns; @param wanted the tick in ms; @param refreshes by default the nearest number
 */
export function countedTick(
  period: Nanoseconds,
  wanted: Milliseconds,
  refreshes = Math.max(1, Math.round((wanted * 1e6) / period)),
): Counted {
  const tick = (refreshes * period) / 1e6;
  return { refreshes, tick, drift: (tick / wanted - 1) * DAY_SECONDS };
}

/** The constant that makes a measured count right: if `counts` ticks took so long, each was too long by that ratio. */
export interface Corrected {
  readonly refreshes: number;
  /** Exactly, before rounding. */
  readonly exact: number;
  /** What one refresh really took, in ns. */
  readonly period: Nanoseconds;
  /** Seconds a day with the old and with the new constant. */
  readonly driftBefore: number;
  readonly driftAfter: number;
}

/**
 * Corrects the number of refreshes a tick from a measured run.
 * @param used refreshes a tick in that run; @param counts how many ticks were counted; @param tookSeconds by a good watch
 * @param tick what one count should take, in ms
 */
export function correctedConstant(
  used: number,
  counts: number,
  tookSeconds: number,
  tick: Milliseconds,
): Corrected {
  const should = (counts * tick) / 1000;
  const exact = (used * should) / tookSeconds;
  const refreshes = Math.max(1, Math.round(exact));
  return {
    refreshes,
    exact,
    period: (tookSeconds * 1e9) / (counts * used),
    driftBefore: (tookSeconds / should - 1) * DAY_SECONDS,
    driftAfter: (refreshes / exact - 1) * DAY_SECONDS,
  };
}
