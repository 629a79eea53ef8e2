import { busLines, directLines, digitLines, modelOf, type RigModel } from "../address";
import { currentFigures, inputHigh } from "../circuit";
import { easyLines, isChip, type ControllerPart, type DriverChipPart } from "../parts";
import type { Hertz, Milliamps } from "../quantity";
import {
  LIMITS,
  controllerById,
  digitCount,
  driverChipOf,
  isStatic,
  legTitle,
  newRig,
  planProblem,
  splitLegRef,
  usualOhms,
  usualScan,
  withLines,
  ledValues,
  type DigitSwitch,
  type LegRef,
  type Plan,
  type Rig,
  type SchemeName,
} from "../rig";
import { STEADY, chipScans, scanFigures, type ChipScan } from "../scan";
import { frameRows } from "../sim";

/** One school of driving digits, with what it costs in a sentence. */
export interface Way {
  readonly id: string;
  readonly scheme: SchemeName;
  readonly digitSwitch: DigitSwitch;
  readonly title: string;
  readonly costs: string;
}

const way = (scheme: SchemeName, digitSwitch: DigitSwitch, title: string, costs: string): Way => ({
  id: `${scheme}-${digitSwitch}`,
  scheme,
  digitSwitch,
  title,
  costs,
});

/** The ways there are, in the order they are listed. */
export const WAYS: readonly Way[] = [
  way(
    "register-static",
    "bare",
    "A register for each digit",
    "no flicker and no timing at all; eight resistors and nine wires a digit",
  ),
  way(
    "power-register",
    "bare",
    "A power register for each digit",
    "as above for big common-anode digits; dearer chips",
  ),
  way(
    "direct",
    "bare",
    "Straight from lines",
    "no chip; a line carries a whole digit, so it has to stay dim",
  ),
  way(
    "direct",
    "transistor",
    "Lines, a transistor for each digit",
    "no chip, bright; takes all those lines and the controller's attention",
  ),
  way(
    "direct",
    "mosfet",
    "Lines, a MOSFET for each digit",
    "as with transistors, no base current; a pull resistor for each gate",
  ),
  way(
    "direct",
    "darlington",
    "Lines and a Darlington array",
    "one array instead of transistors; loses about a volt",
  ),
  way(
    "register-lines",
    "bare",
    "One register, digits from lines",
    "few lines; a line carries a whole digit, so it has to stay dim",
  ),
  way(
    "register-lines",
    "transistor",
    "One register, digits by transistors",
    "few lines, bright; one transistor and resistor a digit",
  ),
  way(
    "register-lines",
    "darlington",
    "One register, digits by an array",
    "few lines, one array; loses about a volt",
  ),
  way(
    "two-registers",
    "bare",
    "Two registers",
    "three lines; a register output carries a whole digit, so it has to stay dim",
  ),
  way(
    "two-registers",
    "transistor",
    "Two registers, digits by transistors",
    "three lines, bright; one transistor and resistor a digit",
  ),
  way("two-registers", "mosfet", "Two registers, digits by MOSFETs", "three lines, bright, no base current"),
  way(
    "two-registers",
    "darlington",
    "Two registers and a Darlington array",
    "three lines, one array; loses about a volt",
  ),
  way(
    "two-registers",
    "power-register",
    "A register and a power register",
    "three lines, two chips and nothing else for the digits",
  ),
  way(
    "selector",
    "bare",
    "One register and a 3-to-8 decoder",
    "six lines; the decoder's output carries a whole digit, so it stays dim",
  ),
  way(
    "selector",
    "transistor",
    "Register, 3-to-8 decoder, transistors",
    "never two digits at once, whatever the code does; six lines",
  ),
  way(
    "ring",
    "transistor",
    "Register, decade ring, transistors",
    "five lines; the ring has to be reset to know where it is",
  ),
  way(
    "bcd-decoder",
    "bare",
    "BCD decoder, digits from lines",
    "numbers only, no letters; a line carries a whole digit",
  ),
  way(
    "bcd-decoder",
    "transistor",
    "BCD decoder, digits by transistors",
    "numbers only, no letters; hardly any work for the controller",
  ),
  way(
    "logic",
    "transistor",
    "Programmable logic, lines and transistors",
    "everything in hardware, no code runs; needs such a board",
  ),
  way(
    "max7219",
    "bare",
    "MAX7219, eight digits a chip",
    "three lines, one resistor sets all currents, chains to 64; wants 5 V levels",
  ),
  way("tm1637", "bare", "TM1637, six digits", "two lines, sixteen keys; a slow bus of its own"),
  way(
    "tm1638",
    "bare",
    "TM1638, eight digits and lamps",
    "three lines, 24 keys, ten segments a digit; wants 5 V",
  ),
  way(
    "ht16k33",
    "bare",
    "HT16K33 on I²C",
    "two lines shared with other chips, blinks by itself; scans about 105 times a second",
  ),
];

export interface Load {
  readonly title: string;
  readonly current: Milliamps;
  readonly limit: Milliamps | undefined;
}

/** What a way comes to for this display, board and show. */
export interface WayFigures {
  readonly way: Way;
  readonly plan: Plan;
  /** Why it cannot be laid, or what it could not show. */
  readonly problem?: string;
  readonly lines: number;
  readonly linesLeft: number;
  readonly easyLeft: number;
  /** Lines it needs though something is awkward about them. */
  readonly awkward: ReadonlyArray<{ readonly line: string; readonly why: string; readonly mild: boolean }>;
  /** Lines in use that are also analogue inputs. */
  readonly analogue: readonly string[];
  readonly parts: number;
  readonly wires: number;
  readonly joints: number;
  readonly ohms: number;
  readonly pin: Load;
  readonly package: Load;
  readonly average: Milliamps;
  /** Average over the steady current brightness is compared with. */
  readonly brightness: number;
  readonly rate: Hertz | undefined;
  readonly ceiling: Hertz;
  readonly busy: number;
  readonly over: boolean;
}

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

const EMPTY: Load = { title: "", current: 0, limit: undefined };

/** Works out one way. */
export function figureWay(rig: Rig, one: Way): WayFigures {
  const plan = planFor(rig, one);
  const controller = controllerById(plan.controller);
  const problem = planProblem(plan);
  const base = { way: one, plan, ...linesOf(plan, controller) };
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
  const laid = newRig({ id: rig.id, name: rig.name, show: rig.show, scan }, plan, {
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

/** Brightness from which on one need not ask for more indoors. */
const BRIGHT = 0.15;
/** Easy lines one would like to keep for buttons and sensors. */
const SPARE_LINES = 4;

export interface Recommendation {
  readonly way: Way;
  readonly reasons: readonly string[];
}

/** The way to take, and why: within limits, no awkward line, some lines left, bright enough, then the fewest wires. */
export function recommendWay(figures: readonly WayFigures[]): Recommendation | undefined {
  const sound = figures.filter(({ problem, over }) => problem === undefined && !over);
  const steps: ReadonlyArray<readonly [(one: WayFigures) => boolean, string]> = [
    [({ awkward }) => awkward.every(({ mild }) => mild), "it needs no awkward line"],
    [({ easyLeft }) => easyLeft >= SPARE_LINES, "it leaves lines for buttons and sensors"],
    [({ brightness }) => brightness >= BRIGHT, "it is bright enough by day"],
    [({ pin }) => pin.limit === undefined || pin.current <= pin.limit * 0.8, "no pin comes near its limit"],
  ];
  let left = sound;
  const reasons: string[] = [];
  for (const [test, reason] of steps) {
    const kept = left.filter(test);
    if (kept.length > 0 && kept.length <= left.length) {
      left = kept;
      reasons.push(reason);
    }
  }
  const best = left.reduce<WayFigures | undefined>(
    (least, one) => (!least || one.wires < least.wires ? one : least),
    undefined,
  );
  return (
    best && {
      way: best.way,
      reasons: [...reasons, `of what is left it takes the fewest wires, ${best.wires}`],
    }
  );
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
