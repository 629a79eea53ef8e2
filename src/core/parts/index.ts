import { KNOWN_BUS_CHIPS, KNOWN_LOGIC_CHIPS } from "../chips";
import { CONTROLLERS } from "./controllers";
import { DIGIT_DISPLAYS } from "./digit-displays";
import { DIODES } from "./diodes";
import { MATRIX_DISPLAYS } from "./dot-displays";
import { INPUTS } from "./inputs";
export { KEYPADS, type KeypadName } from "./keypads";
import { LOADS } from "./loads";
import { CAPACITOR, CRYSTALS, RESISTOR, SUPPLY } from "./passives";
import { SINGLE_LEDS } from "./single-leds";
import {
  DARLINGTON_ULN2803,
  NPN_SWITCH,
  N_CHANNEL_SWITCH,
  PNP_SWITCH,
  P_CHANNEL_SWITCH,
} from "./transistors";
import type { Leg, Part } from "../sheet";

export * from "../sheet";
export { displayBody } from "./bodies";
export { countLeg, legPlace } from "./counting";
export { CONTROLLERS, easyLines } from "./controllers";
export { LINE_NAMES, lineNamesOf, namedBy, type LineNames } from "./line-names";
export { MATRICES, matrixId, matrixSheet, type MatrixName } from "./dot-displays";
export {
  LED_FIGURES,
  columnsOf,
  digitsOf,
  displayId,
  displayPart,
  sheetOf,
  sheetProblem,
  DISPLAY_SHEET,
  OWN_DISPLAY_LIMITS,
  type DisplaySheet,
  type LegUse,
} from "./digit-displays";

/** Which of the two customary leg-name sets to show. */
export type LegNames = "letters" | "numbers";

const CATALOGUE: readonly Part[] = [
  ...CONTROLLERS,
  ...KNOWN_LOGIC_CHIPS.map(({ sheet }) => sheet),
  ...KNOWN_BUS_CHIPS.map(({ sheet }) => sheet),
  NPN_SWITCH,
  PNP_SWITCH,
  N_CHANNEL_SWITCH,
  P_CHANNEL_SWITCH,
  DARLINGTON_ULN2803,
  ...DIGIT_DISPLAYS,
  ...MATRIX_DISPLAYS,
  ...SINGLE_LEDS,
  RESISTOR,
  CAPACITOR,
  ...DIODES,
  ...CRYSTALS,
  ...INPUTS,
  ...LOADS,
  SUPPLY,
];

const byId: ReadonlyMap<string, Part> = new Map(CATALOGUE.map((part) => [part.id, part]));

/** The part id of a display whose legs the rig's owner entered. */
export const OWN_DISPLAY = "own-display";

/** The part id of a module: its header is said by the unit. */
export const MODULE_PART = "module";

/** Ids of all parts, in catalogue order. */
export const PART_IDS: readonly string[] = [...CATALOGUE.map((part) => part.id), OWN_DISPLAY, MODULE_PART];

/** Ids of all shift registers. */
export const REGISTER_IDS: readonly string[] = KNOWN_LOGIC_CHIPS.flatMap(({ sheet }) =>
  sheet.kind === "shift-register" ? [sheet.id] : [],
);

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

/** The name of a leg by the names that are chosen. */
export const legName = (leg: Leg, legNames: LegNames): string =>
  legNames === "numbers" ? (leg.otherName ?? leg.name) : leg.name;
