import type { Level } from "../level";
import type { Solution } from "../circuit";
import type { Nanoseconds } from "../quantity";

/** What the circuit is in: the currents of the LEDs, and those nobody can tell. */
export interface Moment {
  readonly levels: readonly Level[];
  readonly currents: Float64Array;
  /** 1 where nobody can tell; empty where all is known. */
  readonly unknown: Uint8Array;
  readonly solution: Solution;
  /** What driver chips scan; absent without any. */
  readonly scan: ScanLight | undefined;
}

/** What driver chips give their LEDs on average over a turn of their scan. */
export interface ScanLight {
  /** Tells one from another of the same board. */
  readonly id: number;
  /** By place among the model's addresses; shared, never changed. */
  readonly currents: Float64Array;
  /** 1 where nobody can tell; empty where all is known. */
  readonly unknown: Uint8Array;
  /** LEDs that blink, in Hz: half of each period they are dark. */
  readonly blinking: ReadonlyMap<number, number>;
}

/** How much of a stretch of time something that blinks is on; each period begins lit. */
export function litWhileBlinking(from: Nanoseconds, to: Nanoseconds, hertz: number): Nanoseconds {
  const period = 1e9 / hertz;
  const upTo = (time: Nanoseconds) =>
    Math.floor(time / period) * (period / 2) + Math.min(time % period, period / 2);
  return upTo(to) - upTo(from);
}

/** A stretch in which nothing changes, from the start of a burst. */
export interface Stretch {
  readonly from: Nanoseconds;
  readonly moment: Moment;
}

/** What a burst does to a board in a given state: the moments it goes through, and the state it leaves. */
export interface Outcome {
  readonly stretches: readonly Stretch[];
  readonly leaves: number;
}

/** Counts into charge and doubt, by LED, what flows while a moment lasts, and how long nobody could tell. */
export function flows(
  { currents, unknown, scan }: Moment,
  charge: Float64Array,
  doubt: Float64Array,
  from: Nanoseconds,
  to: Nanoseconds,
): void {
  const span = to - from;
  for (let at = 0; at < charge.length; at += 1) {
    charge[at]! += currents[at]! * span;
    if (unknown[at]) doubt[at]! += span;
  }
  scan?.blinking.forEach((hertz, at) => {
    charge[at]! += currents[at]! * (litWhileBlinking(from, to, hertz) - span);
  });
}
