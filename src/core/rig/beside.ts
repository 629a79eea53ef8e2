import { transportOf } from "../bus";
import type { Orientation } from "../dots";
import { MODULE_PART, isDisplay, type BusChipPart } from "../parts";
import { endsAt, freeRef } from "./free-refs";
import { boardValues, layRig } from "./lay-table";
import { chipLeg, dataOutOf, pinOf } from "./modules/box";
import { LIMITS } from "./limits";
import { partOf } from "./part-of";
import { driverChipOf, planProblem } from "./plan";
import { DEFAULT_PLAN, ledValues, matrixSize } from "./plan-facts";
import { BOARD, SUPPLY, chipsFor } from "./schemes";
import { USUAL_LAYOUT, dotModules, laidOut } from "./sign";
import { usualOhms } from "./usual";
import {
  legRef,
  splitLegRef,
  type Beside,
  type LegRef,
  type LineUse,
  type ModulePlace,
  type Plan,
  type Rig,
  type Unit,
  type UnitRef,
  type Wire,
} from "./document";

/** Units and wires, and the displays among them that stand beside the plan's. */
export interface Table extends Pick<Rig, "units" | "wires"> {
  readonly beside: readonly Beside[];
}

/** Parts that belong to displays beside the plan's. */
export const besideUnits = ({ beside = [] }: Pick<Rig, "beside">): ReadonlySet<UnitRef> =>
  new Set(beside.flatMap(({ units }) => units));

/** Parts that do not: those of the plan's own display and all that serves it. */
export function ownUnits({ units, beside }: Pick<Rig, "units" | "beside">): readonly Unit[] {
  if (!beside) return units;
  const others = besideUnits({ beside });
  return units.filter(({ ref }) => !others.has(ref));
}

/** Legs from which the next display of a chain or bus is fed. */
type Ends = Readonly<Partial<Record<"data" | "clock" | "latch" | "supply" | "ground", LegRef>>>;

const chipOf = (plan: Plan): BusChipPart | undefined => driverChipOf(plan.scheme);

/** The chips and boards a plan has laid among some units, nearest to the controller first. */
const drivenBy = (plan: Plan, units: readonly Unit[]) => ({
  chips: units.filter(({ part }) => part === chipOf(plan)?.id).map(({ ref }) => ref),
  boards: plan.bought ? units.filter(({ part }) => part === MODULE_PART).map(({ ref }) => ref) : [],
});

/** Where the next display takes its data, clock and select from: behind the last module, or beside the first chip. */
function endsOf(plan: Plan, units: readonly Unit[]): Ends {
  const part = chipOf(plan)!;
  const { chips, boards } = drivenBy(plan, units);
  const { bought } = plan;
  const chained = transportOf(part.protocol).together === "chain";
  const end = (use: keyof Ends): LegRef | undefined => {
    if (bought) {
      const out = pinOf(bought, use, "out");
      if (out !== undefined) return legRef(boards.at(-1)!, out);
      if (use === "supply" || use === "ground" || (use === "data" && chained)) return undefined;
      const pin = pinOf(bought, use);
      return pin === undefined ? undefined : legRef(boards[0]!, pin);
    }
    if (use === "supply" || use === "ground") return undefined;
    if (use === "data" && chained) {
      const out = dataOutOf(part);
      return out === undefined ? undefined : legRef(chips.at(-1)!, out);
    }
    const leg = chipLeg(part, use);
    return leg === undefined ? undefined : legRef(chips[0]!, leg);
  };
  return {
    data: end("data"),
    clock: end("clock"),
    latch: end("latch"),
    supply: end("supply"),
    ground: end("ground"),
  };
}

/** Chips a plan's display takes. */
function chipCount(plan: Plan): number {
  const chip = driverChipOf(plan.scheme);
  return chip ? chipsFor(plan, chip) : 0;
}

/** Chips on the rig's chain or bus, all displays together. */
const chipsInUse = ({ plan, beside = [] }: Pick<Rig, "plan" | "beside">): number =>
  beside.reduce((sum, group) => sum + (group.plan ? chipCount(group.plan) : 0), chipCount(plan));

/** Why a display cannot stand beside those of a rig on one chain or bus, with what to do; undefined where it can. */
export function besideProblem(rig: Pick<Rig, "plan" | "beside">, other: Plan): string | undefined {
  const [chip, its] = [chipOf(rig.plan), chipOf(other)];
  if (!chip) return "the program scans this rig’s display itself: choose a way with a driver chip first";
  if (!its) return "it has no driver chip, and would have to be scanned over lines of its own";
  if (chip.id !== its.id) return `a ${its.id} and this rig’s ${chip.id} share no chain or bus`;
  const { together } = transportOf(chip.protocol);
  if (together === "alone")
    return `a ${chip.id} has no address and hands nothing on: one is all its lines take`;
  if (together === "chain" && rig.plan.bought && pinOf(rig.plan.bought, "data", "out") === undefined)
    return `the ${rig.plan.bought.name} has no pins at its other end to go on from`;
  const last = rig.beside?.findLast((group) => group.plan)?.plan?.bought;
  if (together === "chain" && last && pinOf(last, "data", "out") === undefined)
    return `the ${last.name} has no pins at its other end to go on from`;
  return planProblem(besidePlan(rig, other));
}

/** The plan of a display beside others: on their lines, at the addresses that are free. */
function besidePlan(rig: Pick<Rig, "plan" | "beside">, other: Plan): Plan {
  const { plan } = rig;
  const { levels: _levels, aside: _aside, supply: _supply, busAddress: _address, ...kept } = other;
  const addressed = transportOf(chipOf(plan)!.protocol).together === "addresses";
  return {
    ...kept,
    controller: plan.controller,
    power: plan.power,
    ...(plan.supply ? { supply: plan.supply } : {}),
    lines: plan.lines,
    ...(addressed ? { busAddress: (plan.busAddress ?? 0) + chipsInUse(rig) } : {}),
  };
}

/** How the modules of a display of dots stand that was just laid. */
function placesFor(
  plan: Plan,
  units: readonly Unit[],
  before?: readonly ModulePlace[],
): readonly ModulePlace[] {
  const modules = dotModules(units);
  if (before?.length === modules.length) return modules.map(({ unit }, at) => ({ ...before[at]!, unit }));
  const { from = "left", ...orientation } = plan.bought?.stands ?? {};
  return laidOut(modules, {
    ...USUAL_LAYOUT,
    from: `top-${from}`,
    orientation: { ...USUAL_LAYOUT.orientation, ...orientation },
  });
}

/**
 * Lays one more display beside those of a table: its parts get references that are free, its data comes from the end of
 * the chain, its other lines from where those of the display before it go in.
 */
function layOne(table: Table, rig: Pick<Rig, "plan">, group: Beside, at: number): Table {
  const sofar = { plan: rig.plan, beside: table.beside };
  const plan = besidePlan(sofar, group.plan!);
  const led = ledValues(group.colour);
  const laid = layRig(plan, { ohms: usualOhms(plan, led), led, ...boardValues(plan) });
  const before = table.beside.findLast((one) => one.plan);
  const feeding = before?.plan ?? rig.plan;
  const others = besideUnits(table);
  const unitsBefore = before
    ? table.units.filter(({ ref }) => before.units.includes(ref))
    : table.units.filter(({ ref, added }) => !others.has(ref) && !added);
  const ends = endsOf(feeding, unitsBefore);
  const taken = new Set<string>(table.units.map(({ ref }) => ref));
  const named = new Map<UnitRef, UnitRef>([
    [BOARD, BOARD],
    [SUPPLY, SUPPLY],
  ]);
  const fresh = laid.units.filter(({ ref }) => !named.has(ref));
  for (const { ref } of fresh) {
    const free = freeRef(ref.replace(/\d+$/, ""), taken);
    taken.add(free);
    named.set(ref, free);
  }
  const uses = new Map(
    Object.entries(plan.lines).map(([use, line]) => [legRef(BOARD, line!), use as LineUse] as const),
  );
  const isOuter = (leg: LegRef) => {
    const { unit } = splitLegRef(leg);
    return unit === BOARD || unit === SUPPLY;
  };
  const moved = (leg: LegRef): LegRef => {
    const { unit, leg: id } = splitLegRef(leg);
    if (!isOuter(leg)) return legRef(named.get(unit)!, id);
    const use = uses.get(leg);
    if (use) return ends[use as keyof Ends] ?? leg;
    const ground = partOf(table.units.find(({ ref }) => ref === unit)!).legs.find((one) => one.id === id);
    return ends[ground?.role === "ground" ? "ground" : "supply"] ?? leg;
  };
  const units = fresh.map((unit): Unit => ({
    ...unit,
    ref: named.get(unit.ref)!,
    ...(unit.inside === undefined ? {} : { inside: named.get(unit.inside)! }),
  }));
  const wires = laid.wires
    .filter(({ from, to }) => !isOuter(from) || !isOuter(to))
    .map((wire): Wire => ({
      ...wire,
      id: `b${at + 1}-${wire.id}`,
      from: moved(wire.from),
      to: moved(wire.to),
    }));
  const placed: Beside = {
    ...group,
    plan,
    units: units.map(({ ref }) => ref),
    ...(matrixSize(plan) ? { modules: placesFor(plan, units, group.modules) } : {}),
  };
  return {
    units: [...table.units, ...units],
    wires: [...table.wires, ...wires],
    beside: [...table.beside, placed],
  };
}

/** What a plan laid, and beside it every display of a rig that was laid from a plan and still fits there. */
export function withBeside(rig: Pick<Rig, "plan" | "beside">, laid: Pick<Rig, "units" | "wires">): Table {
  return (rig.beside ?? [])
    .filter((group) => group.plan)
    .reduce<Table>(
      (table, group, at) =>
        besideProblem({ plan: rig.plan, beside: table.beside }, group.plan!)
          ? table
          : layOne(table, rig, group, at),
      { ...laid, beside: [] },
    );
}

/** Puts a display beside those of a rig, on their chain or bus. */
export function addBeside(
  rig: Rig,
  given: Pick<Beside, "colour" | "shows"> & { readonly plan: Plan },
): { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly message: string } {
  const problem = besideProblem(rig, given.plan);
  if (problem) return { ok: false, message: `It cannot be added to this rig: ${problem}.` };
  const beside = rig.beside ?? [];
  const number = Math.max(0, ...rig.wires.map(({ id }) => Number(/^b(\d)-/.exec(id)?.[1] ?? 0)));
  const table = layOne({ ...rig, beside }, rig, { ...given, units: [] }, number);
  return { ok: true, rig: { ...rig, ...table } };
}

/**
 * Takes a display beside the plan's off the table, with its parts and wires. What came behind it on the chain or bus is
 * laid again.
 */
export function removeBeside(rig: Rig, at: number): Rig {
  const { beside = [], ...rest } = rig;
  const gone = beside[at];
  if (!gone) return rig;
  const again = gone.plan ? beside.slice(at + 1).filter(({ plan }) => plan) : [];
  const stay = beside.filter((group) => group !== gone && !again.includes(group));
  const away = new Set([gone, ...again].flatMap(({ units }) => units));
  const cleared: Table = {
    units: rig.units.filter(({ ref }) => !away.has(ref)),
    wires: rig.wires.filter((wire) => ![...away].some((ref) => endsAt(wire, ref))),
    beside: stay,
  };
  const table = again.reduce((sofar, group, n) => layOne(sofar, rig, group, at + n), cleared);
  const { beside: left, ...parts } = table;
  return left.length > 0 ? { ...rest, ...parts, beside: left } : { ...rest, ...parts };
}

/** A plan for digits in fours, or for blocks of dots, from bare parts on the chip a rig has. */
export function bareBeside({ plan }: Pick<Rig, "plan">, shows: "digits" | "dots", count: number): Plan {
  const chip = driverChipOf(plan.scheme);
  return {
    ...DEFAULT_PLAN,
    controller: plan.controller,
    scheme: plan.scheme,
    polarity: chip?.segments === "sink" ? "common-anode" : "common-cathode",
    lines: plan.lines,
    ...(shows === "dots"
      ? { display: "dots" as const, module: "8x8" as const, digits: 8 * count }
      : { display: "plain" as const, digits: 4 * count }),
  };
}

/** Has the blocks of a display of dots beside the plan's stand another way round; the row they make keeps its end. */
export function turnBeside(rig: Rig, at: number, orientation: Orientation): Rig {
  const beside = rig.beside?.map((group, n): Beside => {
    if (n !== at || !group.modules) return group;
    const units = rig.units.filter(({ ref }) => group.units.includes(ref));
    const from = group.plan?.bought?.stands?.from ?? "left";
    return {
      ...group,
      modules: laidOut(dotModules(units), { ...USUAL_LAYOUT, from: `top-${from}`, orientation }),
    };
  });
  return beside ? { ...rig, beside } : rig;
}

/** Displays beside the plan's that another plan would leave no place for, by their names. */
export const besideLost = (rig: Rig, plan: Plan): readonly string[] =>
  (rig.beside ?? [])
    .filter((group) => group.plan && besideProblem({ plan }, group.plan) !== undefined)
    .map((group) => besideTitle(rig, group));

/** What a display beside the plan's is called in lists: its module, or its displays. */
export function besideTitle({ units }: Pick<Rig, "units">, { plan, units: own }: Beside): string {
  const shown = units.filter((unit) => own.includes(unit.ref) && isDisplay(partOf(unit)));
  const refs = shown.map(({ ref }) => ref).join(", ");
  const name = plan?.bought?.name ?? (shown[0] ? partOf(shown[0]).title.split(",")[0]! : "display");
  return refs === "" ? name : `${name} (${refs})`;
}

/** The least number both go into. */
export function leastCommon(one: number, other: number): number {
  let [a, b] = [one, other];
  while (b > 0) [a, b] = [b, a % b];
  return (one / a) * other;
}

/** After how many faces all displays beside the plan's are at their first text again. */
export const besideRound = ({ beside = [] }: Pick<Rig, "beside">): number =>
  beside.reduce((round, { shows }) => Math.min(LIMITS.texts, leastCommon(round, shows.length)), 1);
