import { CONTROLLERS } from "./controllers";
import { DIGIT_1_COMMON_ANODE, DIGIT_1_COMMON_CATHODE } from "./digit-displays";
import { CAPACITOR, RESISTOR, SUPPLY } from "./passives";
import { SHIFT_REGISTER_74HC595 } from "./shift-register-74hc595";
import type { Leg, Part } from "./types";

export * from "./types";
export { countLeg, legPlace, type LegSide } from "./counting";
export { CONTROLLERS, easyLines } from "./controllers";
export { LED_FIGURES } from "./digit-displays";

/** Which of the two customary leg-name sets to show. */
export type NamingSchool = "letters" | "numbers";

const CATALOGUE: readonly Part[] = [
  ...CONTROLLERS,
  SHIFT_REGISTER_74HC595,
  DIGIT_1_COMMON_CATHODE,
  DIGIT_1_COMMON_ANODE,
  RESISTOR,
  CAPACITOR,
  SUPPLY,
];

const byId: ReadonlyMap<string, Part> = new Map(CATALOGUE.map((part) => [part.id, part]));

/** Ids of all parts, in catalogue order. */
export const PART_IDS: readonly string[] = CATALOGUE.map((part) => part.id);

/** @returns the part with that id, or undefined when the catalogue has none */
export const findPart = (id: string): Part | undefined => byId.get(id);

/** @throws when the catalogue has no such part: a checked rig never names one */
export function partById(id: string): Part {
  const part = byId.get(id);
  if (!part) throw new Error(`no part ${id} in the catalogue`);
  return part;
}

/** @throws when the part has no such leg: a checked rig never names one */
export function legById(part: Part, id: string): Leg {
  const leg = part.legs.find((candidate) => candidate.id === id);
  if (!leg) throw new Error(`${part.id} has no leg ${id}`);
  return leg;
}

/** The name of a leg in the chosen school. */
export const legName = (leg: Leg, school: NamingSchool): string =>
  school === "numbers" ? (leg.otherName ?? leg.name) : leg.name;
