import type { Hertz, Nanoseconds } from "../quantity";
import type { PipId } from "../rig";
import type { SeenFaces } from "../sim";

/** How a display was scanned, as it was measured on one of its LEDs. */
export interface ScanFound {
  readonly pip: PipId;
  readonly refresh: Hertz;
  readonly shortest: Nanoseconds;
  readonly longest: Nanoseconds;
  /** Turn by turn, the last ones. */
  readonly turns: ReadonlyArray<{ readonly at: Nanoseconds; readonly lasts: Nanoseconds }>;
}

/** Undefined where nothing takes turns. */
export function scanOf({ turnTimes }: SeenFaces, pip: PipId | undefined): ScanFound | undefined {
  if (pip === undefined || turnTimes.length < 3) return undefined;
  const lasts = turnTimes.map((turn) => turn.lasts);
  const mean = lasts.reduce((sum, one) => sum + one, 0) / lasts.length;
  return {
    pip,
    refresh: 1e9 / mean,
    shortest: Math.min(...lasts),
    longest: Math.max(...lasts),
    turns: turnTimes.slice(),
  };
}
