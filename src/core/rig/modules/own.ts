import { fits } from "../../document";
import { sheetOf, type DisplaySheet } from "../../parts";
import { DEFAULT_PLAN, matrixSize } from "../plan-facts";
import { planProblem, withLines } from "../plan";
import { MODULE_SHEET, type ModuleSheet } from "./sheet";
import { withModule } from "./with-module";

/** Modules of one's own that are kept. */
export const MOST_OWN_MODULES = 100;

/** What keeps a sheet from being a module, in words; undefined for a good one. */
export function moduleProblem(sheet: ModuleSheet): string | undefined {
  const { bought, inside } = sheet;
  if (bought.name.trim() === "") return "Give it a name.";
  const twice = bought.header.find(
    ({ use }, at) => use !== "not-used" && bought.header.findIndex((pin) => pin.use === use) !== at,
  );
  if (twice) return `Two pins of the header are for ${PIN_WORDS[twice.use]}: one is enough.`;
  const orders = [inside.outputs, inside.digitOutputs].some(
    (list) => new Set<unknown>(list).size !== list.length,
  );
  if (orders) return "Two outputs drive the same: each digit and each segment has one.";
  const problem = planProblem(withLines(withModule({ ...DEFAULT_PLAN, lines: {} }, sheet)));
  return problem === undefined ? undefined : `${problem.replace(/^./, (letter) => letter.toUpperCase())}.`;
}

/** What the pins of a header are for, in words. */
export const PIN_WORDS = {
  supply: "supply",
  ground: "ground",
  data: "data",
  clock: "clock",
  latch: "latch, load or strobe",
  "not-used": "nothing",
} as const;

/** The sheets among what was kept or came in a file; what is none, or could not be built, is left out. */
export const goodModules = (given: unknown): ModuleSheet[] =>
  (Array.isArray(given) ? (given as unknown[]) : [])
    .slice(0, MOST_OWN_MODULES)
    .filter((one): one is ModuleSheet => fits(MODULE_SHEET, one, [], 1) && moduleProblem(one) === undefined);

/** The marks a display of a module may have. */
export type Marks = "points" | "colon" | "colon-apart" | "none";

/** The marks a sheet's display has. */
export function marksOf({ inside: { display, own } }: ModuleSheet): Marks {
  if (display !== "own" || !own) return "points";
  if (own.colonOn) return "colon-apart";
  return Object.keys(own.pointIs ?? {}).length > 0 ? "colon" : "none";
}

/** The same module with other marks on its display; only displays of four digits have others than points. */
export function withMarks(sheet: ModuleSheet, marks: Marks): ModuleSheet {
  const { own: _, ...inside } = sheet.inside;
  const legs = sheetOf(`digit-${sheet.bought.digits}`, inside.polarity);
  if (marks === "points" || !legs) return { ...sheet, inside: { ...inside, display: "plain" } };
  const own: DisplaySheet =
    marks === "colon-apart"
      ? {
          polarity: inside.polarity,
          legs: [...legs.legs, "colon-common", "not-used"],
          colonOn: "b",
        }
      : { polarity: inside.polarity, legs: legs.legs, pointIs: marks === "colon" ? { 2: "colon" } : {} };
  return { ...sheet, inside: { ...inside, display: "own", own } };
}

/** Whether a module shows dots. */
export const hasDots = ({ inside, bought }: ModuleSheet): boolean =>
  matrixSize({ ...inside, digits: bought.digits, bought }) !== undefined;
