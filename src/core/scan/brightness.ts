import type { Milliamps } from "../quantity";

/** The steady current that brightness is compared with: light to the eye follows the average. */
export const STEADY: Milliamps = 10;

/** How bright a share of light looks: perceived lightness grows with about its 0.42th power (CIE 1931 lightness, rounded). */
const PERCEIVED = 0.42;

/** How bright an average current looks against the steady one, 0 to 1 and above. */
export const perceived = (average: Milliamps): number => (Math.max(0, average) / STEADY) ** PERCEIVED;
