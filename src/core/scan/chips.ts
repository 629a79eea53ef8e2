import { isOnDigit } from "../refs";
import { chipOn, isMultiplexed, type RigModel } from "../address";
import { scannedChips, slotCurrents, type ScannedChip } from "../circuit";
import { brightnessStep, digitsUsed } from "../program";
import type { Hertz, Milliamps } from "../quantity";
import { remembered } from "../remember";
import { scanFigures, type DigitScan, type ScanFigures } from "./figures";
import { flickerOf } from "./flicker";

/** How a driver chip scans the digits it has, once it is set up. */
export interface ChipScan extends ScannedChip {
  /** Digits in its turn, lit or not. */
  readonly digits: number;
  readonly rate: Hertz;
  readonly level: number;
  /** Share of the time one digit is lit at this brightness step, and at the highest one. */
  readonly duty: number;
  readonly fullDuty: number;
  /** The most a segment carries while lit: alone, and with its whole digit. */
  readonly peak: Milliamps;
  readonly together: Milliamps;
  /** Supply current with everything lit, the chip's own included. */
  readonly supply: Milliamps;
}

/** Driver chips that the program reaches, in the order of their buses. */
export const chipScans: (model: RigModel) => readonly ChipScan[] = remembered((model: RigModel) =>
  (model.encoding.buses ?? []).flatMap((bus) => {
    const { sheet: part } = chipOn(model, bus);
    if (part.kind !== "driver-chip") return [];
    const level = brightnessStep(model, part);
    const digits = part.limitsScan ? digitsUsed(model, bus) : part.digitLegs.length;
    const duty = part.levels[level]! / digits;
    return bus.units.map((unit): ChipScan => {
      const chip = scannedChips(model).find((one) => one.unit === unit)!;
      const whole = chip.slots.map((leds) => slotCurrents(chip, leds));
      const sums = whole.map((currents) => currents.reduce((sum, current) => sum + current, 0));
      return {
        ...chip,
        digits,
        // Few digits are scanned faster, in proportion.
        rate: part.limitsScan ? (part.scanRate * part.digitLegs.length) / digits : part.scanRate,
        level,
        duty,
        fullDuty: Math.max(...part.levels) / digits,
        peak: Math.max(0, ...chip.leds.map((led) => slotCurrents(chip, [led])[0]!)),
        together: Math.max(0, ...whole.flat()),
        supply: sums.reduce((sum, current) => sum + current * duty, 0) + part.ownCurrent,
      };
    });
  }),
);

/** The longest share of the time any digit is lit: of the program's scan, of a driver chip's own, or all of it. */
export function lightDuty(model: RigModel): number {
  if (isMultiplexed(model)) return Math.max(0, ...scanFigures(model).digits.map(({ duty }) => duty));
  const chips = chipScans(model);
  return chips.length > 0 ? Math.max(...chips.map(({ duty }) => duty)) : 1;
}

/** A driver chip's own scan as a turn, for what eyes and cameras make of it. */
export function chipScanFigures(
  model: RigModel,
  scan: ChipScan,
): Pick<ScanFigures, "period" | "digits" | "flicker"> {
  const period = 1e9 / scan.rate;
  const slot = period / scan.digits;
  const places = model.digits.flatMap(({ unit, digit }, at) => {
    const led = scan.leds.find(({ pip }) => isOnDigit(pip, { unit, digit }));
    return led ? [{ at, leg: led.digit }] : [];
  });
  return {
    period,
    flicker: flickerOf(scan.rate, 1),
    digits: places.map(({ at, leg }): DigitScan => {
      const from = slot * leg;
      return {
        position: at + 1,
        spans: [{ from, to: from + scan.duty * period }],
        duty: scan.duty,
        peak: scan.together,
        average: scan.together * scan.duty,
      };
    }),
  };
}

/** The mean current of one LED with its digit all lit, of the digit that gets the least: what its brightness follows. */
export function leastAverage(model: RigModel): Milliamps {
  const [chip] = chipScans(model);
  return chip
    ? chip.together * chip.duty
    : Math.min(...scanFigures(model).digits.map(({ average }) => average));
}
