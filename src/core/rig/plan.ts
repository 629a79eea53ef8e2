import {
  OWN_DISPLAY,
  displayId,
  easyLines,
  matrixId,
  type ControllerPart,
  type DriverChipPart,
} from "../parts";
import { transportOf } from "../bus";
import { SUPPLIES, suppliedVolts } from "./supplies";
import type { Volts } from "../quantity";
import type { Bought } from "./modules/bought";
import { controllerById, digitCount, matrixSize, moduleCount, scannedCount } from "./plan-facts";
import { schemeOf } from "./schemes";
import {
  type LedValues,
  type LineUse,
  type Plan,
  type SchemeName,
  type Unit,
  type UnitRef,
  asUnit,
} from "./document";

/** Whether the scheme gives each digit outputs of its own, so that all are lit at once. */
export const isStatic = ({ scheme, digits }: Pick<Plan, "scheme" | "digits">): boolean =>
  schemeOf(scheme).each === true || digits === 1;

/** A chip with a ninth segment on each digit drives a board of eight digits with a lamp over each. */
const lampsOf = ({ scheme, digits, bought }: Plan): boolean => {
  const chip = bought?.exchanged ? undefined : driverChipOf(scheme);
  return digits === 8 && chip !== undefined && chip.segmentLegs.length > 8 && chip.segmentLegs.length < 16;
};

const displayRef = (number: number): UnitRef => asUnit(`DS${number}`);

/** The display units a plan asks for, leftmost first. */
export function displayUnits(plan: Plan, led: LedValues): Unit[] {
  const { digits, display, polarity, own } = plan;
  if (display === "own")
    return Array.from({ length: plan.bought ? digits / plan.bought.digits : 1 }, (_, at) => ({
      ref: displayRef(at + 1),
      part: OWN_DISPLAY,
      sheet: own!,
      led,
    }));
  if (display === "dots")
    return Array.from({ length: moduleCount(plan) }, (_, at) => ({
      ref: displayRef(at + 1),
      part: matrixId(plan.module ?? "8x8", polarity),
      led,
    }));
  const unit = (at: number, order: string): Unit => ({
    ref: displayRef(at),
    part: displayId(order, polarity),
    led,
  });
  if (display === "clock") return [unit(1, "digit-4-clock")];
  if (isStatic(plan)) return Array.from({ length: digits }, (_, at) => unit(at + 1, "digit-1"));
  if (lampsOf(plan)) return [unit(1, "digit-8-lamps")];
  if (digits === 6) return [unit(1, "digit-3"), unit(2, "digit-3")];
  if (digits > 4) return Array.from({ length: digits / 4 }, (_, at) => unit(at + 1, "digit-4"));
  return [unit(1, `digit-${digits}`)];
}

/** The lines a plan needs, in the order they are given out. */
export const lineUses = (plan: Plan): LineUse[] => schemeOf(plan.scheme).lines(plan);

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
  const kept = new Set([...(plan.aside ?? []), ...(plan.bought?.keeps ?? [])]);
  const given = new Map<LineUse, string>();
  const taken = new Set<string>();
  for (const use of uses) {
    const line = plan.lines[use];
    if (line !== undefined && easy.has(line) && !taken.has(line) && !kept.has(line)) {
      given.set(use, line);
      taken.add(line);
    }
  }
  const free = order.filter((line) => !taken.has(line) && !kept.has(line));
  for (const use of uses) if (!given.has(use)) given.set(use, free.shift() ?? "");
  return { ...plan, lines: Object.fromEntries(uses.map((use) => [use, given.get(use)!])) };
}

/** The plan on another controller; lines that it lacks or that are awkward there give way to easy ones. */
export const withController = (plan: Plan, controller: string): Plan => withLines({ ...plan, controller });

/** Why a plan cannot be laid, if so, with what to change. */
export function planProblem(plan: Plan): string | undefined {
  const controller = controllerById(plan.controller);
  const scheme = schemeOf(plan.scheme);
  const dots = boardsProblem(plan) ?? matrixProblem(plan);
  if (dots) return dots;
  if (scheme.chip) return scheme.problem(plan, controller);
  if ((controller.flavour === "logic") !== (scheme.logic === true))
    return scheme.logic
      ? "it needs a board with programmable logic"
      : "programmable logic drives the digits straight from its own lines";
  const count = scannedCount(plan);
  if (count > MOST_WITHOUT_DRIVER)
    return `it reaches to ${MOST_WITHOUT_DRIVER} digits: more take driver chips in a chain`;
  const usable = controller.lines.filter(
    ({ leg, unusable }) => !unusable && !plan.aside?.includes(leg),
  ).length;
  const needed = lineUses(plan).length;
  if (needed > usable)
    return `it takes ${needed} lines, and this board has ${usable} that can be used${plan.aside?.length ? " beside those laid aside" : ""}`;
  const problem = scheme.problem(plan, controller);
  if (problem) return problem;
  if (isStatic({ scheme: plan.scheme, digits: count }))
    return scheme.forOne ? undefined : "one digit needs no digit select";
  return switchProblem(plan);
}

/** What keeps a module's header from doing what its chips need, if so, with what to change. */
function boardsProblem(plan: Plan): string | undefined {
  const { bought } = plan;
  if (!bought) return undefined;
  const has = (pins: Bought["header"], use: string) => pins.some((pin) => pin.use === use);
  const missing = ["supply", "ground", ...lineUses(plan)].find((use) => !has(bought.header, use));
  if (missing) return `no pin of its header is for ${missing}`;
  const boards = digitCount(plan) / bought.digits;
  if (!Number.isInteger(boards)) return `its boards have ${bought.digits} each: choose a multiple of that`;
  const { chip } = schemeOf(plan.scheme);
  const addressed = chip !== undefined && transportOf(chip.protocol).together === "addresses";
  return boards > 1 && !addressed && !has(bought.out ?? [], "data")
    ? "it has no output for a next one: one board is all there can be"
    : undefined;
}

/** What is wrong with what carries the current of a whole digit. */
function switchProblem({ digitSwitch, scheme, polarity, controller }: Plan): string | undefined {
  const cathode = polarity === "common-cathode";
  if (digitSwitch === "darlington" && !cathode)
    return "Darlington sinks only pull down: they need a common-cathode display";
  if (digitSwitch !== "power-register") return undefined;
  if (!schemeOf(scheme).free.digits) return "a power register as digit switch belongs to two registers";
  if (!cathode) return "open-drain sinks only pull down: they need a common-cathode display";
  return controllerById(controller).logic < 5
    ? "the power register works from 4.5 V on: it needs a 5 V board"
    : undefined;
}

/** Digits that can be driven without a chip that scans by itself. */
const MOST_WITHOUT_DRIVER = 8;

/** The supply a plan's chips work on: what is chosen, else the board's own level, or 5 V where a chip on a bus asks for more than that. */
export function chipVolts(plan: Plan): Volts {
  const { logic, bare } = controllerById(plan.controller);
  const { supply } = plan;
  // What the plan feeds them from decides; a leg the board does not have cannot be.
  if (supply && (bare || plan.power === SUPPLIES[supply.kind].power)) return suppliedVolts(supply);
  const least = schemeOf(plan.scheme).chip?.supplyRange[0] ?? 0;
  return least > logic ? 5 : logic;
}

/** The chip that scans its digits by itself a scheme is named after, if it is. */
export function driverChipOf(scheme: SchemeName): DriverChipPart | undefined {
  const { chip } = schemeOf(scheme);
  return chip?.kind === "driver-chip" ? chip : undefined;
}

/** Why modules of dots cannot be driven that way, if so. */
function matrixProblem(plan: Plan): string | undefined {
  const size = matrixSize(plan);
  if (!size) return undefined;
  const reach = schemeOf(plan.scheme).dots(plan);
  if ("never" in reach) return reach.never;
  const { modules, columns, rows } = reach;
  if (moduleCount(plan) > modules)
    return `it reaches to ${modules} module${modules === 1 ? "" : "s"} of this size`;
  if (size.columns > columns) return `it has ${columns} outputs for ${size.columns} columns`;
  if (size.rows > rows) return `it has ${rows} outputs for ${size.rows} rows`;
  return undefined;
}
