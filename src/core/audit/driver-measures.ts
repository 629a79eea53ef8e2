import type { RigModel } from "../address";
import type { Solution } from "../circuit";
import { sourceOf } from "../parts";
import type { Milliamps, Ohms, Watts } from "../quantity";
import { remembered } from "../remember";
import type { UnitRef } from "../rig";
import { chipScans, type ChipScan } from "../scan";
import type { Measure } from "./measure";

type Leds = Solution["leds"];

/** At the brightness the program sets, or at the highest one: what a wrong write or the display test gives. */
type Brightness = "set" | "full";

const dutyAt = ({ duty, fullDuty }: ChipScan, at: Brightness): number => (at === "set" ? duty : fullDuty);

/** What flows through a chip's LEDs, in their order, and all together. */
interface Carried {
  readonly each: readonly Milliamps[];
  readonly total: Milliamps;
}

/** What each chip carries, by what flows: several measures ask for the same, in hundreds of states. */
const known = remembered((_: Leds) => new Map<ChipScan, Carried>());

function carried(chip: ChipScan, currents: Leds): Carried {
  const found = known(currents).get(chip);
  if (found) return found;
  const each = chip.leds.map(({ pip }) => currents.get(pip) ?? 0);
  const made = { each, total: each.reduce((sum, current) => sum + current, 0) };
  known(currents).set(chip, made);
  return made;
}

/** What one chip takes from its supply, its own need included, as the mean over a turn. @returns A */
const taken = (chip: ChipScan, currents: Leds, at: Brightness): number =>
  (carried(chip, currents).total * dutyAt(chip, at) + chip.part.ownCurrent) / 1000;

/** What some driver chips take from the supply, as the mean over a turn. @returns A */
export const driverSupply = (chips: readonly ChipScan[], currents: Leds, at: Brightness): number =>
  chips.reduce((sum, chip) => sum + taken(chip, currents, at), 0);

/** Heat in a chip: what its supply gives, less what the LEDs and resistors in their way turn into light and heat. */
function heat(chip: ChipScan, currents: Leds, at: Brightness): Watts {
  const { leds, volts, part } = chip;
  const { each } = carried(chip, currents);
  const lost = leds.reduce((sum, { threshold, ohms }, at) => {
    const amps = each[at]! / 1000;
    return sum + amps * Math.max(0, volts - threshold - amps * ohms);
  }, 0);
  return lost * dutyAt(chip, at) + (part.ownCurrent / 1000) * volts;
}

/** What a chip's LEDs send through a resistor in their way turns into heat there, as the mean over a turn. */
export function turnedToHeat(
  chip: ChipScan,
  resistor: UnitRef,
  ohms: Ohms,
  currents: Leds,
  at: Brightness,
): Watts {
  const { each } = carried(chip, currents);
  const squares = chip.leds.reduce(
    (sum, { via }, led) => (via.includes(resistor) ? sum + (each[led]! / 1000) ** 2 : sum),
    0,
  );
  return squares * ohms * dutyAt(chip, at);
}

/** What a chip that scans by itself can be overloaded in: segment legs, digit legs, its supply, its heat. */
export function driverMeasures(model: RigModel, ref: UnitRef): Measure[] {
  const chip = chipScans(model).find(({ unit }) => unit === ref);
  if (!chip) return [];
  const { part, duty } = chip;
  const places = new Map(chip.leds.map(({ pip }, at) => [pip, at]));
  const slots = chip.slots.map((slot) => slot.map(({ pip }) => places.get(pip)!));
  return [
    {
      id: `segments-${ref}`,
      kind: "output",
      title: `${ref} segment leg`,
      ref,
      unit: "A",
      maximum: part.outputMaximum / 1000,
      lasts: duty,
      limits: sourceOf(part, "outputMaximum"),
      of: ({ leds }) => Math.max(0, ...carried(chip, leds).each) / 1000,
    },
    {
      id: `digits-${ref}`,
      kind: "output",
      title: `${ref} digit leg`,
      ref,
      unit: "A",
      maximum: part.digitMaximum / 1000,
      lasts: duty,
      limits: sourceOf(part, "digitMaximum"),
      of: ({ leds }) => {
        const { each } = carried(chip, leds);
        return Math.max(0, ...slots.map((slot) => slot.reduce((sum, at) => sum + each[at]!, 0))) / 1000;
      },
    },
    {
      id: `package-supply-${ref}`,
      kind: "package",
      title: `${ref} supply leg, mean of a turn`,
      ref,
      unit: "A",
      maximum: part.packageMaximum === undefined ? undefined : part.packageMaximum / 1000,
      limits:
        part.packageMaximum === undefined
          ? `${part.id}: the sheet names no limit for the supply leg; its heat is what counts`
          : sourceOf(part, "packageMaximum"),
      of: ({ leds }) => taken(chip, leds, "set"),
      ofAny: ({ leds }) => taken(chip, leds, "full"),
    },
    {
      id: `heat-${ref}`,
      kind: "heat",
      title: `${ref}, heat`,
      ref,
      unit: "W",
      maximum: part.powerMaximum,
      limits: sourceOf(part, "powerMaximum"),
      of: ({ leds }) => heat(chip, leds, "set"),
      ofAny: ({ leds }) => heat(chip, leds, "full"),
    },
  ];
}
