import { busLines, directLines, digitLines, modelOf, type RigModel } from "../address";
import { currentFigures, inputHigh } from "../circuit";
import { easyLines, isChip, type ControllerPart, type DriverChipPart } from "../parts";
import {
  LIMITS,
  controllerById,
  digitCount,
  driverChipOf,
  isStatic,
  legTitle,
  newRig,
  planProblem,
  showsDots,
  splitLegRef,
  usualOhms,
  usualScan,
  withLines,
  ledValues,
  type LegRef,
  type Plan,
  type Rig,
} from "../rig";
import { STEADY, chipScans, scanFigures, type ChipScan } from "../scan";
import { frameRows } from "../sim";
import { WAYS, type Way } from "./list";
import type { Load, WayFigures } from "./types";

export { WAYS, type Way } from "./list";
export type { Load, WayFigures } from "./types";
export { recommendWay, type Recommendation } from "./recommend";

/** The plan of a way for a rig: its display, board, power and resistors, and lines given out anew. */
export function planFor(rig: Pick<Rig, "plan">, { scheme, digitSwitch }: Way): Plan {
  const { lines: _, ...plan } = rig.plan;
  const free = withLines({
    ...plan,
    scheme,
    digitSwitch,
    lines: rig.plan.scheme === scheme ? rig.plan.lines : {},
  });
  const still = isStatic({ scheme, digits: digitCount(free) }) || driverChipOf(scheme) !== undefined;
  return still ? { ...free, digitSwitch: "bare" } : free;
}

/** A way in the words of its display: what is said of digits goes for rows of dots. */
const worded = (plan: Plan, one: Way): Way =>
  showsDots(plan) ? { ...one, title: rowsFor(one.title), costs: rowsFor(one.costs) } : one;

const rowsFor = (text: string): string => text.replace(/digit/g, "row");

const EMPTY: Load = { title: "", current: 0, limit: undefined };

/** Works out one way. */
export function figureWay(rig: Rig, one: Way): WayFigures {
  const plan = planFor(rig, one);
  const controller = controllerById(plan.controller);
  const problem = planProblem(plan);
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
      over: false,
    };
  }
  const led = rig.units.find((unit) => unit.led)?.led ?? ledValues("red");
  const ohms = usualOhms(plan, led);
  const chipPart = driverChipOf(plan.scheme);
  // Chips are compared at their brightest; a step down is one write.
  const scan = { ...usualScan(plan), ...(chipPart ? { level: LIMITS.level[1] } : {}) };
  const laid = newRig({ id: rig.id, name: rig.name, show: rig.show, scan, sign: rig.sign }, plan, {
    ohms,
    led,
  });
  const model = modelOf({ ...laid, glyphs: rig.glyphs });
  const unshown = frameRows(model).filter(({ faithful, frame }) => !faithful && !frame.cut);
  const figures = scanFigures(model);
  const [chip] = chipScans(model);
  const average = chip
    ? chip.together * chip.duty
    : Math.min(...figures.digits.map((digit) => digit.average));
  const [pin, pack] = chip ? chipLoads(chip) : loadsOf(model);
  return {
    ...base,
    problem:
      chipPart && deaf(model, chipPart)
        ? `its inputs need more than the ${controller.logic} V of this board to read high: it takes a level shifter`
        : unshown.length > 0
          ? `it cannot show ${unshown
              .slice(0, 3)
              .map(({ frame }) => `“${frame.text}”`)
              .join(", ")}`
          : undefined,
    parts: laid.units.length,
    wires: laid.wires.length,
    joints: jointsOf(laid),
    ohms,
    pin,
    package: pack,
    average,
    brightness: average / STEADY,
    rate: chip ? chip.rate : figures.multiplexed ? figures.rate : undefined,
    ceiling: chip ? chip.rate : figures.ceiling,
    busy: figures.busy,
    over: [pin, pack].some(({ current, limit }) => limit !== undefined && current > limit),
  };
}

/** Compares every way that is known. @param report called with the share done, 0 to 1 */
export function compareWays(rig: Rig, report: (share: number) => void = () => undefined): WayFigures[] {
  return WAYS.map((one, at) => {
    const figures = figureWay(rig, one);
    report((at + 1) / WAYS.length);
    return figures;
  }).filter(
    ({ plan, way: { digitSwitch } }, at, all) =>
      // One digit has no switch: the schools that differ only there are one.
      plan.digitSwitch === digitSwitch || all.findIndex((other) => other.plan.scheme === plan.scheme) === at,
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

/** The board's high does not reach what the chip takes for high. */
const deaf = (model: RigModel, part: DriverChipPart): boolean =>
  model.rig.units.some(
    ({ ref, part: id }) =>
      id === part.id && inputHigh(model, ref, part) > controllerById(model.rig.plan.controller).logic,
  );

/** A segment leg of a driver chip, and what the chip takes with everything lit. */
const chipLoads = ({ unit, part, peak, supply }: ChipScan): [Load, Load] => [
  { title: `${unit} segment legs`, current: peak, limit: part.outputMaximum },
  { title: unit, current: supply, limit: part.packageMaximum },
];

/** The pin and the package that come nearest to what they may carry. */
function loadsOf(model: RigModel): [Load, Load] {
  const { mostOutput, packages } = currentFigures(model);
  const share = ({ current, limit }: Load) => (limit ? current / limit : 0);
  const pinLimit = (leg: LegRef | undefined) => {
    const part = leg && model.part(splitLegRef(leg).unit);
    if (!part) return undefined;
    if (isChip(part)) return part.outputMaximum;
    return part.kind === "controller" ? part.pinMaximum : undefined;
  };
  const loads = [...packages].map(([ref, { supply, ground }]): Load => {
    const part = model.part(ref);
    const limit = isChip(part)
      ? part.packageMaximum
      : part.kind === "controller"
        ? part.allPinsMaximum
        : undefined;
    return {
      title: part.kind === "controller" ? "the board" : ref,
      current: Math.max(supply, ground),
      limit,
    };
  });
  return [
    {
      title: mostOutput.leg ? legTitle(model.rig, mostOutput.leg, "letters") : "",
      current: mostOutput.current,
      limit: pinLimit(mostOutput.leg),
    },
    loads.reduce((most, load) => (share(load) > share(most) ? load : most), loads[0] ?? EMPTY),
  ];
}

/** Lines of a rig by what they are for, as the wires have them: of the chain, and driven directly. */
export const usedLines = (model: RigModel): string[] => [
  ...new Set([
    ...Object.values(model.encoding.chain ?? {}),
    ...directLines(model.encoding),
    ...model.encoding.rings.flatMap(({ clock, reset }) => [clock, reset]),
    ...(model.encoding.buses ?? []).flatMap(busLines),
    ...digitLines(model.encoding),
  ]),
];
