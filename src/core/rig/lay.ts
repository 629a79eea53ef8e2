import { remembered } from "../remember";
import { ownUnits, withBeside } from "./beside";
import { boardValues, layRig } from "./lay-table";
import { linesOfAdded, staysWith, withAdded } from "./parts-by-hand";
import { withoutModule } from "./modules";
import { withLines } from "./plan";
import { controllerById, digitCount, controllerUnit } from "./plan-facts";
import { usualOhms, usualScan } from "./usual";
import { schemeValues, type SchemeValues } from "./schemes";
import { signFor } from "./sign";
import { splitTexts } from "./texts";
import {
  legRef,
  type LineUse,
  type Plan,
  type Rig,
  type Show,
  type Sign,
  type Unit,
  type Wire,
} from "./document";

/** What the maker said of a wire or part, and no plan knows. */
function ofMaker(
  before: Partial<Wire & Unit> | undefined,
): Partial<Pick<Wire & Unit, "placed" | "colour" | "note" | "seat" | "socket" | "lineNames">> {
  if (!before) return {};
  const { placed, colour, note, seat, socket, lineNames } = before;
  return {
    ...(placed ? { placed } : {}),
    ...(colour ? { colour } : {}),
    ...(note ? { note } : {}),
    ...(seat ? { seat } : {}),
    ...(socket ? { socket } : {}),
    ...(lineNames ? { lineNames } : {}),
  };
}

/** A wire by the two legs it joins, whichever way round it runs. */
export const joins = (wire: Pick<Wire, "from" | "to">): string => [wire.from, wire.to].sort().join(" ");

/**
 * Lays the rig again from a changed plan; another way to drive the digits also gets the resistors that suit it. A wire that joins the same two legs as before stays ticked. Kept code is
 * given up where its lines or LEDs are no longer there: nothing could run it.
 * @param values of parts that are to be others than before
 */
export function relay(rig: Rig, given: Plan, values: Partial<SchemeValues> = {}): Rig {
  const kept = keepsBoards(rig.plan, given) ? given : withoutModule(given);
  const plan = linesBeside(rig, { ...kept, digits: digitCount(kept) });
  const otherBoards = plan.bought !== undefined && plan.bought !== rig.plan.bought;
  const before = schemeValues(rig);
  const otherChips = plan.scheme !== rig.plan.scheme || plan.register !== rig.plan.register;
  const otherDrive =
    otherChips || plan.digits !== rig.plan.digits || plan.digitSwitch !== rig.plan.digitSwitch;
  const usual = {
    ...(otherDrive ? { ohms: usualOhms(plan, before.led), baseOhms: undefined, segmentOhms: undefined } : {}),
    // What sets the current of one chip would set quite another one of the next.
    ...(otherChips ? { setOhms: undefined } : {}),
  };
  const laid = layRig(plan, {
    ...before,
    ...usual,
    ...(otherBoards ? boardValues(plan) : {}),
    ...values,
  });
  const wired = new Map(rig.wires.map((wire) => [joins(wire), wire]));
  const there = new Map(
    rig.units.filter(({ added }) => !added).map((unit) => [`${unit.ref} ${unit.part}`, unit]),
  );
  const same = plan.scheme === rig.plan.scheme && plan.digits === rig.plan.digits && !otherBoards;
  const driven = withBeside({ plan, beside: rig.beside }, laid);
  const table = withAdded(rig, {
    ...driven,
    units: driven.units.map((unit) => ({ ...unit, ...ofMaker(there.get(`${unit.ref} ${unit.part}`)) })),
    wires: driven.wires.map((wire) => ({ ...wire, ...ofMaker(wired.get(joins(wire))) })),
  });
  const { beside: _beside, ...rest } = rig;
  return {
    ...rest,
    plan,
    code: keepsLines(rig.code, plan) && same && !otherChips ? rig.code : { bitOrder: rig.code.bitOrder },
    scan: same ? rig.scan : usualScan(plan),
    show: { ...rig.show, texts: splitTexts(rig.show.texts, rig.plan.digits, plan.digits) },
    ...signOf(plan, ownUnits(table), otherBoards && rig.sign ? { ...rig.sign, modules: [] } : rig.sign),
    units: table.units,
    wires: table.wires,
    ...(table.beside.length > 0 ? { beside: table.beside } : {}),
  };
}

/** Gives a plan its lines; those that parts added by hand are on stay theirs. */
function linesBeside(rig: Rig, plan: Plan): Plan {
  const taken = linesOfAdded(rig);
  if (taken.length === 0) return withLines(plan);
  const lines = withLines({ ...plan, aside: [...new Set([...(plan.aside ?? []), ...taken])] }).lines;
  return { ...withLines(plan), lines };
}

/** Whether a plan still is what the boards of its module are: what is on them cannot be chosen. */
const keepsBoards = (before: Plan, now: Plan): boolean =>
  now.bought === undefined ||
  now.bought !== before.bought ||
  (["scheme", "display", "module", "own", "polarity", "register", "digitSwitch", "resistors"] as const).every(
    (key) => now[key] === before[key],
  );

const keepsLines = ({ kept }: Rig["code"], plan: Plan): boolean =>
  !kept ||
  [
    ...Object.values(kept.chain ?? {}),
    ...kept.pips.flatMap(({ needs }) => needs.flatMap((need) => ("line" in need ? [need.line] : []))),
  ].every((line) => controllerById(plan.controller).lines.some(({ leg }) => leg === line));

/** The wires of a rig as its plan has them. */
export const plannedWires = remembered(
  (rig: Rig): readonly Wire[] => withBeside(rig, layRig(rig.plan, schemeValues(rig))).wires,
);

/** Ids of the wires that no longer run where the plan put them, or that the plan does not know and would not leave. */
export function movedWires(rig: Rig): string[] {
  const planned = new Set(plannedWires(rig).map(joins));
  const stays = staysWith(rig);
  return rig.wires.filter((wire) => !planned.has(joins(wire)) && !stays(wire)).map((wire) => wire.id);
}

export const USUAL_SHOW: Show = {
  mode: "count",
  texts: [..."0123456789"],
  hold: "8",
  interval: 1000,
  rounds: 0,
  end: "last",
  align: "right",
  leadingZeros: "show",
};

/** A new rig from its plan; lines the plan does not name are given out. */
export function newRig(
  given: Pick<Rig, "id" | "name"> & Partial<Pick<Rig, "note" | "show" | "code" | "scan" | "sign">>,
  plan: Plan,
  values: SchemeValues,
): Rig {
  const whole = withLines({ ...plan, digits: digitCount(plan) });
  const laid = layRig(whole, { ...values, ...boardValues(whole) });
  return {
    format: "bold-pip-rig",
    version: 2,
    note: "",
    code: { bitOrder: "msb-first" },
    glyphs: [],
    scan: usualScan(whole),
    show: USUAL_SHOW,
    ...given,
    plan: whole,
    ...laid,
    ...signOf(whole, laid.units, given.sign),
  };
}

/** The key `sign`, where there is one. */
function signOf(plan: Plan, units: readonly Unit[], before?: Sign): Pick<Rig, "sign"> {
  const sign = signFor(plan, units, before);
  return sign ? { sign } : {};
}

/**
 * Gives a use (data, clock, a digit …) another controller line and moves the wires there. A line that carries another
 * use already changes places with it.
 * @param lines the lines the wires lead from now
 */
export function assignLine(rig: Rig, lines: Plan["lines"], use: LineUse, line: string): Rig {
  const old = lines[use];
  if (old === line || old === undefined) return rig;
  const board = controllerUnit(rig)!.ref;
  const other = (Object.keys(lines) as LineUse[]).find((candidate) => lines[candidate] === line);
  const renamed = new Map([
    [legRef(board, old), legRef(board, line)],
    ...(other ? [[legRef(board, line), legRef(board, old)] as const] : []),
  ]);
  return {
    ...rig,
    plan: { ...rig.plan, lines: { ...lines, ...(other ? { [other]: old } : {}), [use]: line } },
    wires: rig.wires.map((wire) => {
      const from = renamed.get(wire.from);
      const to = renamed.get(wire.to);
      return from || to ? { ...wire, from: from ?? wire.from, to: to ?? wire.to, placed: false } : wire;
    }),
  };
}
