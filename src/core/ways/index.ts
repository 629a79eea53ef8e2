import { modelOf, type RigModel } from "../address";
import { levelMatches, loadsOf, type MeasureKind } from "../audit";
import type { Taken } from "../circuit";
import { easyLines, type ControllerPart, type DriverChipPart } from "../parts";
import {
  LIMITS,
  controllerById,
  driverChipOf,
  newRig,
  outsideOf,
  planProblem,
  showsDots,
  splitLegRef,
  usualOhms,
  usualScan,
  ledValues,
  type Plan,
  type Rig,
} from "../rig";
import { STEADY, chipScans, leastAverage, scanFigures } from "../scan";
import { frameRows } from "../sim";
import { WAYS, isWay, type Way } from "./list";
import { otherDisplay, planFor } from "./plan-for";
import type { Load, WayFigures } from "./types";

export { WAYS, isWay, type Way } from "./list";
export { planFor } from "./plan-for";
export type { Load, WayFigures } from "./types";
export { recommendWay, type Recommendation } from "./recommend";

/** A way in the words of its display: what is said of digits goes for rows of dots. */
const worded = (plan: Plan, one: Way): Way =>
  showsDots(plan) ? { ...one, title: rowsFor(one.title), costs: rowsFor(one.costs) } : one;

const rowsFor = (text: string): string => text.replace(/digit/g, "row");

const EMPTY: Load = { title: "", value: 0, unit: "A", limit: undefined, share: 0 };

/** Works out one way. */
export function figureWay(rig: Rig, one: Way): WayFigures {
  const plan = planFor(rig, one);
  const controller = controllerById(plan.controller);
  const problem = otherDisplay(rig.plan, one) ?? planProblem(plan);
  const base = { way: worded(plan, one), plan, ...linesOf(plan, controller) };
  if (problem) {
    return {
      ...base,
      problem,
      parts: 0,
      wires: 0,
      joints: 0,
      ohms: 0,
      pin: EMPTY,
      package: EMPTY,
      average: 0,
      brightness: 0,
      rate: undefined,
      ceiling: 0,
      busy: 0,
      over: [],
    };
  }
  const led = rig.units.find((unit) => unit.led)?.led ?? ledValues("red");
  const ohms = plan.bought?.ohms ?? usualOhms(plan, led);
  const chipPart = driverChipOf(plan.scheme);
  // Chips are compared at their brightest; a step down is one write.
  const scan = { ...usualScan(plan), ...(chipPart ? { level: LIMITS.level[1] } : {}) };
  const laid = newRig({ id: rig.id, name: rig.name, show: rig.show, scan, sign: rig.sign }, plan, {
    ohms,
    led,
  });
  const built = outsideOf(laid);
  const model = modelOf({ ...laid, glyphs: rig.glyphs });
  const unshown = frameRows(model).filter(({ faithful, frame }) => !faithful && !frame.cut);
  const figures = scanFigures(model);
  const [chip] = chipScans(model);
  const taken = chipPart ? highsTaken(model, chipPart) : "sure";
  const average = leastAverage(model);
  const loads = loadsOf(model);
  const [pin, pack] = [mostOf(loads, ["output"]), mostOf(loads, ["package", "heat", "supply"])];
  return {
    ...base,
    ...(taken === "usual"
      ? {
          level: `the ${controller.logic} V of this board are outside its sheet: usually read as high, surely with a level shifter`,
        }
      : {}),
    problem:
      taken === "unknown"
        ? `its inputs need more than the ${controller.logic} V of this board to read high: it takes a level shifter`
        : unshown.length > 0
          ? `it cannot show ${unshown
              .slice(0, 3)
              .map(({ frame }) => `“${frame.text}”`)
              .join(", ")}`
          : undefined,
    parts: built.units.length,
    wires: built.wires.length,
    joints: jointsOf(built),
    ohms,
    pin,
    package: pack,
    average,
    brightness: average / STEADY,
    rate: chip ? chip.rate : figures.multiplexed ? figures.rate : undefined,
    ceiling: chip ? chip.rate : figures.ceiling,
    busy: figures.busy,
    over: loads.filter(({ share, maximum }) => maximum !== undefined && share > 1).map(({ title }) => title),
  };
}

/** Compares every way that is known. @param report called with the share done, 0 to 1 */
export function compareWays(rig: Rig, report: (share: number) => void = () => undefined): WayFigures[] {
  return WAYS.map((one, at) => {
    const figures = figureWay(rig, one);
    report((at + 1) / WAYS.length);
    return figures;
  }).filter(
    ({ plan, way }, at, all) =>
      // One digit has no switch: the ways that differ only there are one.
      isWay(plan, way) ||
      all.findIndex(
        ({ way: { module }, plan: { scheme, register } }) =>
          module === way.module && scheme === plan.scheme && register === plan.register,
      ) === at,
  );
}

function linesOf(plan: Plan, controller: ControllerPart) {
  const used = Object.values(plan.lines).filter((line): line is string => !!line);
  const usable = controller.lines.filter(({ unusable }) => !unusable);
  const easy = easyLines(controller);
  return {
    lines: Object.keys(plan.lines).length,
    linesLeft: usable.length - Object.keys(plan.lines).length,
    easyLeft: easy.filter((line) => !used.includes(line)).length,
    awkward: controller.lines.flatMap(({ leg, awkward, mild }) =>
      awkward && used.includes(leg) ? [{ line: leg, why: awkward, mild: mild ?? false }] : [],
    ),
    analogue: used.filter((line) => /^A\d+$/.test(line)),
  };
}

/** Every wire has two ends to join, and every leg of a part that is used is one more. */
function jointsOf({ units, wires }: Rig): number {
  const board = units[0]!.ref;
  const legs = new Set(wires.flatMap(({ from, to }) => [from, to]));
  return wires.length * 2 + [...legs].filter((leg) => splitLegRef(leg).unit !== board).length;
}

/** How the chips of a kind take the highs they get, the board's or what pulls their lines up: the worst of them. */
function highsTaken(model: RigModel, part: DriverChipPart): Taken {
  const taken = levelMatches(model).flatMap(({ input, gets, taken: how }) =>
    gets > 0 && model.part(splitLegRef(input).unit).id === part.id ? [how] : [],
  );
  return taken.includes("unknown") ? "unknown" : taken.includes("usual") ? "usual" : "sure";
}

/** The load of some kinds that comes nearest to what it may be. */
const mostOf = (loads: readonly (Load & { kind: MeasureKind })[], kinds: readonly MeasureKind[]): Load =>
  loads
    .filter(({ kind }) => kinds.includes(kind))
    .reduce<Load>((most, load) => (load.share > most.share ? load : most), EMPTY);
