import { SEGMENTS, outputName, type PipName, type SegmentName } from "../glyph";
import { busChip } from "../chips";
import {
  LED_FIGURES,
  MATRICES,
  OWN_DISPLAY,
  columnsOf,
  digitsOf,
  displayId,
  easyLines,
  findPart,
  matrixId,
  partById,
  type ControllerPart,
  type DriverChipPart,
  type LedColour,
} from "../parts";
import type { Volts } from "../quantity";
import type { LedValues, LineUse, Plan, SchemeName, Unit } from "./types";

export const STRAIGHT_OUTPUTS: readonly SegmentName[] = SEGMENTS;
export const STRAIGHT_DIGITS: readonly number[] = [1, 2, 3, 4, 5, 6, 7, 8];
/** Numbers of digits that displays are bought in or put together to. */
export const DIGIT_COUNTS = [1, 2, 3, 4, 6, 8, 16, 32, 64] as const;

export const DEFAULT_PLAN: Plan = {
  scheme: "register-static",
  controller: "ATmega328P-board",
  digits: 1,
  countFrom: "left",
  display: "plain",
  polarity: "common-cathode",
  resistors: "per-segment",
  digitSwitch: "bare",
  power: "board",
  lines: { data: "5", clock: "6", latch: "7" },
  outputs: STRAIGHT_OUTPUTS,
  digitOutputs: STRAIGHT_DIGITS,
};

/** @throws when the catalogue has no such controller: a checked plan never names one */
export function controllerById(id: string): ControllerPart {
  const part = partById(id);
  if (part.kind !== "controller") throw new Error(`${id} is no controller`);
  return part;
}

/** LED figures of a colour, ready for a unit. */
export function ledValues(colour: LedColour): LedValues {
  const { forward, slope } = LED_FIGURES[colour];
  return { colour, forward, slope };
}

/** Whether the scheme gives each digit outputs of its own, so that all are lit at once. */
export const isStatic = ({ scheme, digits }: Pick<Plan, "scheme" | "digits">): boolean =>
  scheme === "register-static" || scheme === "power-register" || digits === 1;

type Displayed = Pick<Plan, "digits" | "display" | "own" | "module">;

/** Rows and columns of a plan's modules of dots; undefined where it shows digits. */
export function matrixSize({
  display,
  own,
  module,
}: Displayed): { rows: number; columns: number } | undefined {
  if (display === "dots") return MATRICES[module ?? "8x8"];
  const columns = own && display === "own" ? columnsOf(own) : 0;
  return columns > 0 ? { rows: digitsOf(own!), columns } : undefined;
}

/** Whether a plan shows dots and not digits. */
export const showsDots = (plan: Displayed): boolean => matrixSize(plan) !== undefined;

/** How many modules of dots a plan has. */
export const moduleCount = (plan: Displayed): number =>
  plan.display === "dots" ? Math.max(1, Math.round(plan.digits / MATRICES[plan.module ?? "8x8"].rows)) : 1;

/** The LEDs each digit, or each row of dots, of a plan's displays can have, in the order of the outputs. */
export function pipNames(plan: Displayed): PipName[] {
  const size = matrixSize(plan);
  if (size) return Array.from({ length: size.columns }, (_, at): PipName => `c${at + 1}`);
  return [...SEGMENTS, ...extraMarks(plan)];
}

/** The display units a plan asks for, leftmost first. */
export function displayUnits(plan: Plan, led: LedValues): Unit[] {
  const { digits, display, polarity, own } = plan;
  if (display === "own") return [{ ref: "DS1", part: OWN_DISPLAY, sheet: own!, led }];
  if (display === "dots")
    return Array.from({ length: moduleCount(plan) }, (_, at) => ({
      ref: `DS${at + 1}`,
      part: matrixId(plan.module ?? "8x8", polarity),
      led,
    }));
  const unit = (ref: string, order: string): Unit => ({ ref, part: displayId(order, polarity), led });
  if (display === "clock") return [unit("DS1", "digit-4-clock")];
  if (isStatic(plan)) return Array.from({ length: digits }, (_, at) => unit(`DS${at + 1}`, "digit-1"));
  if (plan.scheme === "tm1638" && digits === 8) return [unit("DS1", "digit-8-lamps")];
  if (digits === 6) return [unit("DS1", "digit-3"), unit("DS2", "digit-3")];
  if (digits > 4) return Array.from({ length: digits / 4 }, (_, at) => unit(`DS${at + 1}`, "digit-4"));
  return [unit("DS1", `digit-${digits}`)];
}

/** How many digits the plan's displays have, or rows of dots. */
export function digitCount(plan: Displayed): number {
  switch (plan.display) {
    case "own":
      return digitsOf(plan.own!);
    case "clock":
      return 4;
    case "dots":
      return moduleCount(plan) * matrixSize(plan)!.rows;
    case "plain":
      return plan.digits;
  }
}

/** The legs of an own display, besides segments, that need an output of their own. */
export const extraMarks = ({ display, own }: Pick<Plan, "display" | "own">): PipName[] => {
  if (display !== "own") return [];
  const uses = new Set(own!.legs);
  return (["colon", "degree"] as const).filter((mark) => uses.has(mark));
};

const numbered = <Name extends string>(name: Name, count: number, from = 1) =>
  Array.from({ length: count }, (_, at) => `${name}-${at + from}` as const);
const CHAIN = ["data", "clock", "latch"] as const;
const segmentLines = (plan: Plan): LineUse[] => {
  const size = matrixSize(plan);
  const names = new Set(size ? pipNames(plan).map(outputName) : plan.outputs);
  return plan.outputs.flatMap((segment): LineUse[] => (names.has(segment) ? [`segment-${segment}`] : []));
};

/** The lines a plan needs, in the order they are given out. */
export function lineUses(plan: Plan): LineUse[] {
  const extra = extraMarks(plan).map((mark): LineUse => `segment-${mark}`);
  const count = digitCount(plan);
  const digits: LineUse[] = count === 1 ? [] : numbered("digit", count);
  switch (plan.scheme) {
    case "register-static":
    case "power-register":
    case "two-registers":
      return [...CHAIN, ...extra];
    case "direct":
    case "logic":
      return [...segmentLines(plan), ...extra, ...digits];
    case "register-lines":
      return [...CHAIN, ...extra, ...digits];
    case "selector":
      return [...CHAIN, ...extra, ...numbered("select", 3, 0)];
    case "ring":
      return [...CHAIN, ...extra, "ring-clock", "ring-reset"];
    case "bcd-decoder":
      return [...numbered("code", 4, 0), "segment-dp", ...extra, ...digits];
    case "max7219":
    case "tm1638":
      return [...CHAIN];
    case "tm1637":
    case "ht16k33":
      return ["data", "clock"];
  }
}

/** Lines in the order one takes them: the easy ones, then what is only awkward. */
export function takenInOrder(controller: ControllerPart): string[] {
  const easy = easyLines(controller);
  const awkward = (mild: boolean) =>
    controller.lines
      .filter((line) => line.awkward && !line.unusable && (line.mild ?? false) === mild)
      .map(({ leg }) => leg);
  return [...easy, ...awkward(true), ...awkward(false)];
}

/** The plan with a line for everything it needs: present ones stay where they can, the rest get free ones. */
export function withLines(plan: Plan): Plan {
  const order = takenInOrder(controllerById(plan.controller));
  const uses = lineUses(plan);
  const easy = new Set(easyLines(controllerById(plan.controller)));
  const given = new Map<LineUse, string>();
  const taken = new Set<string>();
  for (const use of uses) {
    const line = plan.lines[use];
    if (line !== undefined && easy.has(line) && !taken.has(line)) {
      given.set(use, line);
      taken.add(line);
    }
  }
  const free = order.filter((line) => !taken.has(line));
  for (const use of uses) if (!given.has(use)) given.set(use, free.shift() ?? "");
  return { ...plan, lines: Object.fromEntries(uses.map((use) => [use, given.get(use)!])) };
}

/** The plan on another controller; lines that it lacks or that are awkward there give way to easy ones. */
export const withController = (plan: Plan, controller: string): Plan => withLines({ ...plan, controller });

/** Why a plan cannot be laid, if so, with what to change. */
export function planProblem(plan: Plan): string | undefined {
  const controller = controllerById(plan.controller);
  const count = digitCount(plan);
  const usable = controller.lines.filter(({ unusable }) => !unusable).length;
  const needed = lineUses(plan).length;
  const cathode = plan.polarity === "common-cathode";
  const logic = controller.flavour === "logic";
  const chip = driverChipOf(plan.scheme);
  const dots = matrixProblem(plan, chip);
  if (dots) return dots;
  if (chip) return driverProblem(plan, chip);
  if (logic !== (plan.scheme === "logic"))
    return logic
      ? "programmable logic drives the digits straight from its own lines"
      : "it needs a board with programmable logic";
  if (count > MOST_WITHOUT_DRIVER)
    return `it reaches to ${MOST_WITHOUT_DRIVER} digits: more take driver chips in a chain`;
  if (needed > usable) return `it takes ${needed} lines, and this board has ${usable} that can be used`;
  switch (plan.scheme) {
    case "power-register":
      if (cathode) return "open-drain sinks only pull down: they need a common-anode display";
      if (controller.logic < 5) return "it works from 4.5 V on: it needs a 5 V board";
      break;
    case "ring":
      if (!cathode)
        return "its chosen output is high, and a common-anode digit is switched on by a low level";
      break;
    case "bcd-decoder":
      if (!cathode && controller.logic < 5) return "the 74LS47 works on 5 V: it needs a 5 V board";
      break;
    case "logic":
      if (cathode) return "active-low segments and enables mean a common-anode display";
      break;
    default:
  }
  if (isStatic({ scheme: plan.scheme, digits: count })) {
    if (plan.scheme === "register-static" || plan.scheme === "power-register") {
      if (count > 1 && plan.display !== "plain")
        return "its digits share their segments inside, so they cannot each have a register";
    } else if (plan.scheme !== "direct" && plan.scheme !== "bcd-decoder" && plan.scheme !== "logic") {
      return "one digit needs no digit select";
    }
    return undefined;
  }
  if (plan.digitSwitch === "darlington" && !cathode)
    return "Darlington sinks only pull down: they need a common-cathode display";
  if (plan.digitSwitch === "power-register") {
    if (plan.scheme !== "two-registers") return "a power register as digit switch belongs to two registers";
    if (!cathode) return "open-drain sinks only pull down: they need a common-cathode display";
    if (controller.logic < 5) return "the power register works from 4.5 V on: it needs a 5 V board";
  }
  if (plan.scheme === "ring" && plan.digitSwitch === "bare")
    return "the ring's outputs give 1 mA: a digit needs a transistor behind them";
  if (plan.scheme === "logic" && plan.digitSwitch !== "transistor")
    return "such boards carry a transistor for each digit";
  return undefined;
}

/** Digits that can be driven without a chip that scans by itself. */
const MOST_WITHOUT_DRIVER = 8;
/** Chips one chain may have. */
const MOST_IN_CHAIN = 64;

/** The supply a plan's chips work on: the board's own level, or 5 V where a driver chip asks for more than that. */
export function chipVolts(plan: Plan): Volts {
  const { logic } = controllerById(plan.controller);
  const least = driverChipOf(plan.scheme)?.supplyRange[0] ?? 0;
  return least > logic ? 5 : logic;
}

/** The driver chip a scheme is named after, if it is. */
export function driverChipOf(scheme: SchemeName): DriverChipPart | undefined {
  const part = findPart(scheme.toUpperCase());
  return part?.kind === "driver-chip" ? part : undefined;
}

/** Why modules of dots cannot be driven that way, if so. */
function matrixProblem(plan: Plan, chip: DriverChipPart | undefined): string | undefined {
  const size = matrixSize(plan);
  if (!size) return undefined;
  const count = moduleCount(plan);
  switch (plan.scheme) {
    case "register-static":
    case "power-register":
      return "it would need an output for every dot: rows and columns are shared, so rows have to take turns";
    case "bcd-decoder":
      return "a decoder of numbers cannot light single dots";
    case "max7219":
      break;
    default: {
      const most = chip ? modulesOn(plan, chip) : 1;
      if (count > most) return `it reaches to ${most} module${most === 1 ? "" : "s"} of this size`;
    }
  }
  const columns = chip ? chip.segmentLegs.length : 8;
  if (size.columns > columns) return `it has ${columns} outputs for ${size.columns} columns`;
  const rows = chip ? chip.digitLegs.length : 8;
  if (size.rows > rows) return `it has ${rows} outputs for ${size.rows} rows`;
  return undefined;
}

/** How many modules of dots fit on one driver chip: side by side on its rows' legs. */
export const modulesOn = (plan: Displayed, { segmentLegs }: DriverChipPart): number =>
  Math.max(1, Math.floor(segmentLegs.length / Math.max(8, matrixSize(plan)?.columns ?? 8)));

function driverProblem(plan: Plan, chip: DriverChipPart): string | undefined {
  const count = digitCount(plan);
  const cathode = plan.polarity === "common-cathode";
  const onOne = showsDots(plan) ? modulesOn(plan, chip) : 1;
  const most = chip.digitLegs.length * (busChip(chip).transport.together === "chain" ? MOST_IN_CHAIN : onOne);
  if (cathode !== (chip.segments === "source"))
    return cathode
      ? "its segments only sink: it needs a common-anode display"
      : "its segments only give current: it needs a common-cathode display";
  if (count > most) return `it reaches to ${most} digits`;
  if (controllerById(plan.controller).flavour === "logic")
    return "it needs a program that writes its registers: choose a controller board";
  return undefined;
}
