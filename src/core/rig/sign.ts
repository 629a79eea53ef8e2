import { STRAIGHT, USUAL_TEXT_SCENE, turnedSize, type Orientation } from "../dots";
import { isDisplay as showsAnything, type DisplayPart } from "../parts";
import { partOf } from "./part-of";
import { matrixSize } from "./plan-facts";
import type { ModulePlace, Plan, Sign, Unit, UnitRef } from "./document";

/** A display of dots with its rows and columns. */
export interface DotModule {
  readonly unit: UnitRef;
  readonly rows: number;
  readonly columns: number;
}

/** The displays of dots among some units. */
export const dotModules = (units: readonly Unit[]): DotModule[] =>
  units.flatMap((unit) => {
    if (!isDisplay(unit)) return [];
    const { digits, columns } = partOf(unit) as DisplayPart;
    return columns > 0 ? [{ unit: unit.ref, rows: digits, columns }] : [];
  });

const isDisplay = (unit: Unit): boolean =>
  (unit.sheet !== undefined || unit.led !== undefined) && showsAnything(partOf(unit));

/** Ways to run along modules that stand in rows. */
export interface LayoutChoice {
  /** Modules side by side. */
  readonly across: number;
  /** Where the first module of the chain stands. */
  readonly from: "top-left" | "top-right" | "bottom-left" | "bottom-right";
  /** Every second row runs back. */
  readonly backAndForth: boolean;
  readonly orientation: Orientation;
}

export const USUAL_LAYOUT: LayoutChoice = {
  across: 64,
  from: "top-left",
  backAndForth: false,
  orientation: STRAIGHT,
};

/** Places modules in rows, one after the other along the chain. */
export function laidOut(
  modules: readonly DotModule[],
  { across, from, backAndForth, orientation }: LayoutChoice,
): ModulePlace[] {
  const first = modules[0];
  if (!first) return [];
  const { width, height } = turnedSize(first.columns, first.rows, orientation);
  const inRow = Math.max(1, Math.min(across, modules.length));
  const rows = Math.ceil(modules.length / inRow);
  return modules.map(({ unit }, at) => {
    const row = Math.floor(at / inRow);
    const along = at % inRow;
    const back = (backAndForth && row % 2 === 1) !== from.endsWith("right");
    const column = back ? inRow - 1 - along : along;
    return {
      unit,
      x: column * width,
      y: (from.startsWith("top") ? row : rows - 1 - row) * height,
      ...orientation,
    };
  });
}

/** What a new display of dots shows, and how its modules stand. */
export function usualSign(units: readonly Unit[], before?: Sign): Sign {
  const modules = dotModules(units);
  const known = new Map(before?.modules.map((place) => [place.unit, place]));
  const stay = modules.filter(({ unit }) => known.has(unit)).map(({ unit }) => known.get(unit)!);
  return {
    modules:
      stay.length > 0
        ? grown(modules, stay)
        : laidOut(modules, { ...USUAL_LAYOUT, across: usualAcross(modules.length) }),
    scenes: before?.scenes ?? [{ ...USUAL_TEXT_SCENE, text: "HELLO" }],
    fonts: before?.fonts ?? {},
  };
}

/** Modules that stood already stay as they stand; new ones go on to the right of them, the same way round. */
function grown(modules: readonly DotModule[], stay: readonly ModulePlace[]): ModulePlace[] {
  const known = new Set(stay.map(({ unit }) => unit));
  const sizes = new Map(
    modules.map(({ unit, columns, rows }) => {
      const place = stay.find((one) => one.unit === unit) ?? stay.at(-1)!;
      return [unit, turnedSize(columns, rows, place)] as const;
    }),
  );
  const last = stay.at(-1)!;
  let x = Math.max(...stay.map((place) => place.x + sizes.get(place.unit)!.width));
  const added = modules
    .filter(({ unit }) => !known.has(unit))
    .map(({ unit }): ModulePlace => {
      const place = { ...last, unit, x };
      x += sizes.get(unit)!.width;
      return place;
    });
  // What is taken away leaves no gap at the left or the top.
  const all = [...stay, ...added];
  const [left, top] = [Math.min(...all.map((place) => place.x)), Math.min(...all.map(({ y }) => y))];
  return all.map((place) => ({ ...place, x: place.x - left, y: place.y - top }));
}

/** A long chain stands in rows of sixteen. */
const usualAcross = (count: number): number => (count > 16 ? 16 : count);

/** The sign that goes with a plan: none for digits, unless one was there, which is kept for later. */
export function signFor(plan: Plan, units: readonly Unit[], before?: Sign): Sign | undefined {
  if (!matrixSize(plan)) return before;
  const sign = usualSign(units, before);
  const stands = plan.bought?.stands;
  const stood = new Set(before?.modules.map(({ unit }) => unit));
  // How the blocks of a board stand is known until somebody has moved them.
  if (!stands || sign.modules.some(({ unit }) => stood.has(unit))) return sign;
  const { from, ...orientation } = stands;
  return {
    ...sign,
    modules: laidOut(dotModules(units), {
      across: usualAcross(sign.modules.length),
      from: `top-${from}`,
      backAndForth: false,
      orientation,
    }),
  };
}
