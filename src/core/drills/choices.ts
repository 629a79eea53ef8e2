import { shuffled } from "../chance";
import { countLeg, legName, type LegNames } from "../parts";
import type { RigModel } from "../address";
import { E_SERIES, formatQuantity } from "../quantity";
import { partOf } from "../rig";
import type { Drill } from "./drill";

/** Choices in another order, with where the right one went. @param wrong as many as there are */
export function mixed(
  right: string,
  wrong: readonly string[],
  random: () => number,
): { readonly choices: string[]; readonly answer: number } {
  const choices = shuffled([right, ...wrong], random);
  return { choices, answer: choices.indexOf(right) };
}

export const some = <One>(list: readonly One[], count: number, random: () => number): One[] => {
  const left = [...list];
  return Array.from({ length: Math.min(count, left.length) }, () =>
    left.splice(Math.floor(random() * left.length), 1),
  ).flat();
};

/** Where a leg of the rig's chips or displays is, counted by finger; harder by its name instead of its number. */
export function legDrill(
  { rig }: RigModel,
  level: number,
  legNames: LegNames,
  random: () => number,
): Drill | undefined {
  const units = rig.units.filter((unit) => {
    const { outline, kind } = partOf(unit);
    return (outline.style === "dual-in-line" || outline.style === "two-rows") && kind !== "controller";
  });
  const unit = units[Math.floor(random() * units.length)];
  if (!unit) return undefined;
  const part = partOf(unit);
  const [leg, ...others] = some(part.legs, 1 + 3, random);
  const named = level > 1 ? `${legName(leg!, legNames)}` : `leg ${leg!.number ?? leg!.id}`;
  return {
    kind: "leg",
    says: `Where is ${named} of ${unit.ref}, ${part.title}?`,
    why: `${legName(leg!, legNames)} is leg ${leg!.number ?? leg!.id}: the ${countLeg(part, leg!)}. Legs count from the notch or the left, down one side and up the other.`,
    ...mixed(
      `the ${countLeg(part, leg!)}`,
      others.map((one) => `the ${countLeg(part, one)}`),
      random,
    ),
  };
}

const SUPPLIES = [3.3, 5, 9, 12] as const;
const DROPS = [1.8, 2, 2.2, 3] as const;
const WANTED = [2, 5, 8, 10, 15] as const;

/** The resistor for a current; harder with several LEDs one behind the other, and with nearer choices. */
export function resistorDrill(level: number, random: () => number): Drill {
  const one = <Of>(list: readonly Of[]): Of => list[Math.floor(random() * list.length)]!;
  const volts = one(SUPPLIES.slice(1));
  const drop = one(DROPS);
  const inRow = level > 2 ? Math.max(1, Math.min(2, Math.floor((volts - 1) / drop))) : 1;
  const wanted = one(WANTED);
  const exact = ((volts - inRow * drop) / wanted) * 1000;
  const values = [10, 100, 1000].flatMap((decade) =>
    E_SERIES.E12.map((value) => Number((value * decade).toPrecision(2))),
  );
  const at = values.reduce(
    (best, value, place) =>
      Math.abs(Math.log(value / exact)) < Math.abs(Math.log(values[best]! / exact)) ? place : best,
    0,
  );
  const apart = level > 1 ? 2 : 5;
  const wrong = [1, 2, 3]
    .flatMap((times) => [at - times * apart, at + times * apart])
    .map((place) => values[place])
    .filter((value) => value !== undefined)
    .slice(0, 3);
  const leds =
    inRow === 1 ? `an LED that drops ${drop} V` : `${inRow} LEDs in a row that drop ${drop} V each`;
  return {
    kind: "resistor",
    says: `${volts} V, ${leds}, ${wanted} mA intended: which resistor is nearest?`,
    why: `(${volts} V − ${inRow > 1 ? `${inRow} × ` : ""}${drop} V) ÷ ${wanted} mA = ${formatQuantity(exact, "Ω", 3)}; the nearest of the E12 values is ${formatQuantity(values[at]!, "Ω")}.`,
    ...mixed(
      formatQuantity(values[at]!, "Ω"),
      wrong.map((value) => formatQuantity(value, "Ω")),
      random,
    ),
  };
}
