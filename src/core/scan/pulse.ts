import type { Milliamps } from "../quantity";

/** The peak an LED needs for a wanted average at a duty. @returns mA */
export const peakFor = (average: Milliamps, duty: number): Milliamps =>
  duty > 0 ? average / duty : Infinity;

/**
 * What a pulsed LED may carry: the sheet's peak at a tenth duty or less, its kept current when steady, and in a
 * straight line of the logarithms between (customary reading of the derating curves).
 */
export function pulseLimit(keep: Milliamps, peak: Milliamps, duty: number): Milliamps {
  if (duty >= 1) return keep;
  if (duty <= 0.1) return peak;
  return peak * (keep / peak) ** (Math.log(duty / 0.1) / Math.log(10));
}
