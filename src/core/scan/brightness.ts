import type { Milliamps } from "../quantity";

/** The steady current that brightness is compared with: light to the eye follows the average. */
export const STEADY: Milliamps = 10;
