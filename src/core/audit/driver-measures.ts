import type { RigModel } from "../address";
import type { Solution } from "../circuit";
import type { Milliamps, Watts } from "../quantity";
import type { UnitRef } from "../rig";
import { chipScans, type ChipScan } from "../scan";
import type { Measure } from "./measure";

type Leds = Solution["leds"];

const total = ({ leds }: ChipScan, currents: Leds): Milliamps =>
  leds.reduce((sum, { pip }) => sum + (currents.get(pip) ?? 0), 0);

/** What one chip takes from its supply, its own need included, as the mean over a turn. @returns A */
const taken = (chip: ChipScan, currents: Leds): number =>
  (total(chip, currents) * chip.duty + chip.part.ownCurrent) / 1000;

/** What all driver chips take from the supply, as the mean over a turn. @returns A */
export const driverSupply = (model: RigModel, currents: Leds): number =>
  chipScans(model).reduce((sum, chip) => sum + taken(chip, currents), 0);

/** Heat in a chip: what its supply gives, less what the LEDs and resistors in their way turn into light and heat. */
function heat({ leds, volts, duty, part }: ChipScan, currents: Leds): Watts {
  const lost = leds.reduce((sum, { pip, forward, ohms }) => {
    const amps = (currents.get(pip) ?? 0) / 1000;
    return sum + amps * Math.max(0, volts - forward - amps * ohms);
  }, 0);
  return lost * duty + (part.ownCurrent / 1000) * volts;
}

/** What a chip that scans by itself can be overloaded in: segment legs, digit legs, its supply, its heat. */
export function driverMeasures(model: RigModel, ref: UnitRef): Measure[] {
  const chip = chipScans(model).find(({ unit }) => unit === ref);
  if (!chip) return [];
  const { part, duty } = chip;
  return [
    {
      id: `segments-${ref}`,
      kind: "output",
      title: `${ref} segment legs`,
      ref,
      unit: "A",
      keep: part.outputSpecified / 1000,
      maximum: part.outputMaximum / 1000,
      lasts: duty,
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
      lasts: duty,
      limits: part.source,
      of: ({ leds }) =>
        Math.max(
          0,
          ...chip.turns.map((turn) => turn.reduce((sum, { pip }) => sum + (leds.get(pip) ?? 0), 0)),
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
      of: ({ leds }) => taken(chip, leds),
    },
    {
      id: `heat-${ref}`,
      kind: "heat",
      title: `${ref}, heat`,
      ref,
      unit: "W",
      maximum: part.powerMaximum,
      limits: `${part.id}: package power`,
      of: ({ leds }) => heat(chip, leds),
    },
  ];
}
