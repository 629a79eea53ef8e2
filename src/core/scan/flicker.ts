import type { Hertz } from "../quantity";

/** Flicker fusion straight ahead: near 60 Hz. */
export const FUSION: Hertz = 60;
/** For the corner of the eye and moving heads. */
export const CORNER_OF_EYE: Hertz = 100;
/** Up to about here strobe trails are seen when eyes or hands move. */
export const TRAILS: Hertz = 1000;

/** What an eye makes of light that goes on and off at a rate. */
export interface Flicker {
  readonly rate: Hertz;
  /** Depth of the modulation, 0 to 1: (most − least) / (most + least). */
  readonly modulation: number;
  readonly straightAhead: "flickers" | "steady";
  readonly cornerOfEye: "flickers" | "steady";
  readonly trails: boolean;
  /** Between 3 and 30 Hz flashing can trigger seizures in photosensitive people. */
  readonly seizures: boolean;
  /** Deepest modulation IEEE 1789 calls low risk, and the one without observable effect, at this rate; 0 to 1. */
  readonly lowRisk: number;
  readonly noEffect: number;
  readonly ieee: "no observable effect" | "low risk" | "above low risk";
}

/**
 * IEEE 1789-2015, recommended practices: low-risk modulation is 0.025 × f per cent below 90 Hz, 0.08 × f per cent up to
 * 1250 Hz and unlimited above; without observable effect 0.01 × f below 90 Hz, 0.0333 × f up to 3 kHz.
 * @param rate Hz, above 0
 */
export function flickerOf(rate: Hertz, modulation = 1): Flicker {
  const percent = (value: number) => Math.min(1, value / 100);
  const lowRisk = rate < 90 ? percent(0.025 * rate) : rate <= 1250 ? percent(0.08 * rate) : 1;
  const noEffect = rate < 90 ? percent(0.01 * rate) : rate <= 3000 ? percent(rate / 30) : 1;
  return {
    rate,
    modulation,
    straightAhead: rate < FUSION && modulation > 0.05 ? "flickers" : "steady",
    cornerOfEye: rate < CORNER_OF_EYE && modulation > 0.05 ? "flickers" : "steady",
    trails: rate < TRAILS && modulation > 0.3,
    seizures: rate >= 3 && rate <= 30 && modulation > 0.1,
    lowRisk,
    noEffect,
    ieee:
      modulation <= noEffect + 1e-9
        ? "no observable effect"
        : modulation <= lowRisk + 1e-9
          ? "low risk"
          : "above low risk",
  };
}
