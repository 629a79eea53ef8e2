import type { Milliamps } from "../quantity";

/** Currents fuses are sold for, in mA; resettable ones up to 3 A. */
const FUSES: readonly Milliamps[] = [100, 200, 250, 500, 750, 1000, 1500, 2000, 3000, 5000, 7500, 10_000];
/** A fuse carries three quarters of what is printed on it for ever (customary, at 25 °C). */
const CARRIED = 0.75;

/**
 * The fuse, or resettable fuse, for the plus of a supply: the smallest that carries what the rig takes at its most.
 * @param most mA
 * @returns mA; undefined beyond what such fuses are made for
 */
export const fuseFor = (most: Milliamps): Milliamps | undefined =>
  FUSES.find((fuse) => fuse * CARRIED >= most);
