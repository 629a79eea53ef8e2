import type { RigModel } from "../address";
import { scannedChips, type ScannedChip, type Solution } from "../circuit";
import type { Milliamps, Watts } from "../quantity";
import type { UnitRef } from "../rig";
import { chipScans, type ChipScan } from "../scan";
import type { Measure } from "./measure";

type Leds = Solution["leds"];

const chipsWith = (model: RigModel): ReadonlyArray<{ chip: ScannedChip; scan: ChipScan }> =>
  chipScans(model).map((scan) => ({
    scan,
    chip: scannedChips(model).find(({ unit }) => unit === scan.unit)!,
  }));

const total = ({ leds }: ScannedChip, currents: Leds): Milliamps =>
  leds.reduce((sum, { pip }) => sum + (currents.get(pip) ?? 0), 0);

/** What all driver chips take from the supply, their own need included, as the mean over a turn. @returns A */
export const driverSupply = (model: RigModel, leds: Leds): number =>
  chipsWith(model).reduce(
    (sum, { chip, scan }) => sum + (total(chip, leds) * scan.duty + scan.part.ownCurrent) / 1000,
    0,
  );

/** Heat in a chip: what its supply gives, less what the LEDs and resistors in their way turn into light and heat. */
function heat({ chip, scan }: { chip: ScannedChip; scan: ChipScan }, leds: Leds): Watts {
  const lost = chip.leds.reduce((sum, { pip, forward, ohms }) => {
    const amps = (leds.get(pip) ?? 0) / 1000;
    return sum + amps * Math.max(0, chip.supply - forward - amps * ohms);
  }, 0);
  return lost * scan.duty + (scan.part.ownCurrent / 1000) * chip.supply;
}

/** What a chip that scans by itself can be overloaded in: segment legs, digit legs, its supply, its heat. */
export function driverMeasures(model: RigModel, ref: UnitRef): Measure[] {
  const found = chipsWith(model).find(({ scan }) => scan.unit === ref);
  if (!found) return [];
  const { chip, scan } = found;
  const { part } = scan;
  const byDigit = part.digitLegs.map((_, digit) => chip.leds.filter((led) => led.digit === digit));
  return [
    {
      id: `segments-${ref}`,
      kind: "output",
      title: `${ref} segment legs`,
      ref,
      unit: "A",
      keep: part.outputSpecified / 1000,
      maximum: part.outputMaximum / 1000,
      lasts: scan.duty,
      limits: part.source,
      of: ({ leds }) => Math.max(0, ...chip.leds.map(({ pip }) => leds.get(pip) ?? 0)) / 1000,
    },
    {
      id: `digits-${ref}`,
      kind: "output",
      title: `${ref} digit legs`,
      ref,
      unit: "A",
      maximum: part.digitMaximum / 1000,
      lasts: scan.duty,
      limits: part.source,
      of: ({ leds }) =>
        Math.max(
          0,
          ...byDigit.map((digit) => digit.reduce((sum, { pip }) => sum + (leds.get(pip) ?? 0), 0)),
        ) / 1000,
    },
    {
      id: `package-supply-${ref}`,
      kind: "package",
      title: `${ref} supply leg, mean of a turn`,
      ref,
      unit: "A",
      maximum: part.packageMaximum === undefined ? undefined : part.packageMaximum / 1000,
      limits: part.source,
      of: ({ leds }) => (total(chip, leds) * scan.duty + part.ownCurrent) / 1000,
    },
    {
      id: `heat-${ref}`,
      kind: "heat",
      title: `${ref}, heat`,
      ref,
      unit: "W",
      maximum: part.powerMaximum,
      limits: `${part.id}: package power`,
      of: ({ leds }) => heat(found, leds),
    },
  ];
}
