import { digitPathOf, ledResistors, modelOf, pathOf, withLedResistors, type RigModel } from "../address";
import { safeOhms } from "../audit";
import type { Finding } from "../check";
import type { LegNames } from "../parts";
import { formatQuantity } from "../quantity";
import { remembered } from "../remember";
import {
  LEVEL_PARTS,
  LIMITS,
  addUnit,
  addWire,
  joins,
  legRef,
  legTitle,
  levelPartWords,
  levelPartsProblem,
  movedWires,
  plannedWires,
  relay,
  removeWire,
  splitLegRef,
  type LegRef,
  type Rig,
  type Wire,
} from "../rig";
import { ghostsOf, scanFigures } from "../scan";

/** What can be done about a finding at once, and the rig it gives. */
export interface Mend {
  /** As a button says it. */
  readonly title: string;
  readonly rig: Rig;
}

/** More wires than this elsewhere are another build, and no slip. */
const MOST_WIRES = 8;
/** Legs of a part that is looked at as a whole. */
const SMALL_PART = 3;
/** Hz at which nobody sees a scan flicker, with something to spare over 100. */
const STEADY_RATE = 125;
/** ms a text stands at least to be read. */
const READABLE = 400;

/**
 * What mends a finding where that can be done at once: the wires put back as the plan has them, a part added or laid in, a
 * value or a time set. @returns undefined where only the maker can say what is meant
 */
export function mendOf(model: RigModel, finding: Finding, legNames: LegNames = "letters"): Mend | undefined {
  const { rig } = model;
  if (finding.id === "kept" && rig.code.kept)
    return {
      title: "Let the bytes follow the wires",
      rig: { ...rig, code: { bitOrder: rig.code.bitOrder } },
    };
  if (finding.id === "pace")
    return {
      title: `Show each for ${READABLE} ms`,
      rig: { ...rig, show: { ...rig.show, interval: READABLE } },
    };
  if (finding.id.startsWith("scan-")) {
    const timed = scanMend(model, finding.id);
    if (timed) return timed;
  }
  const wired = wiresBack(model, finding, legNames);
  if (wired) return wired;
  if (finding.id.startsWith("bypass-")) return bypass(rig, finding.legs, legNames);
  if (finding.id.startsWith("level-")) return levelParts(rig);
  if (finding.id.startsWith("limit-") && finding.severity === "fault") return larger(model);
  return undefined;
}

/** Times of the scan that end what was found. */
function scanMend(model: RigModel, id: string): Mend | undefined {
  const { rig } = model;
  const set = (values: Partial<Rig["scan"]>): Rig => ({ ...rig, scan: { ...rig.scan, ...values } });
  if (id === "scan-uneven")
    return { title: "Give all the same on-time", rig: set({ on: [Math.max(...rig.scan.on)] }) };
  if (["scan-seizures", "scan-flickers", "scan-corner"].includes(id)) {
    const slots = scanFigures(model).digits.length;
    const on = Math.floor(1e6 / STEADY_RATE / slots - rig.scan.blank);
    if (on < LIMITS.onTime[0]) return undefined;
    return { title: `Light each for ${formatQuantity(on / 1e6, "s", 3)}`, rig: set({ on: [on] }) };
  }
  if (id === "scan-ghost")
    for (
      let blank = Math.max(10, rig.scan.blank);
      blank <= LIMITS.blankTime[1] && blank <= 1000;
      blank *= 2
    ) {
      const next = set({ blank });
      if (!ghostsOf(modelOf(next))[0]?.visible)
        return { title: `Blank for ${formatQuantity(blank / 1e6, "s", 3)}`, rig: next };
    }
  return undefined;
}

/** Wires that are missing or elsewhere at what a finding is about, put where the plan has them. */
function wiresBack(model: RigModel, { legs, pips }: Finding, legNames: LegNames): Mend | undefined {
  const { rig } = model;
  const planned = plannedWires(rig);
  const there = new Set(rig.wires.map(joins));
  const moved = new Set(movedWires(rig));
  const missing = planned.filter((wire) => !there.has(joins(wire)));
  const extra = rig.wires.filter(({ id }) => moved.has(id));
  if (missing.length === 0 || missing.length + extra.length > MOST_WIRES) return undefined;
  const about = new Set<LegRef>(legs);
  for (const leg of legs) {
    const { unit } = splitLegRef(leg);
    const own = model.part(unit).legs;
    // What is wrong with a transistor or a resistor is wrong with all of it.
    if (own.length <= SMALL_PART) for (const { id } of own) about.add(legRef(unit, id));
  }
  for (const pip of pips) {
    const address = model.address(pip);
    if (address) [address.ownLeg, address.sharedLeg].forEach((leg) => about.add(leg));
    for (const leg of [...pathOf(model, pip).legs, ...digitPathOf(model, pip).legs]) about.add(leg);
  }
  const touches = (wire: Wire) => about.has(wire.from) || about.has(wire.to);
  const back = missing.filter(touches);
  if (back.length === 0) return undefined;
  // A wire that was moved has one end where it was: it goes as its place is filled again.
  const ends = new Set(back.flatMap(({ from, to }) => [from, to]));
  const gone = extra.filter(({ from, to }) => ends.has(from) || ends.has(to));
  // Two that were swapped go back together.
  const freed = new Set(gone.flatMap(({ from, to }) => [from, to]));
  const all = missing.filter((wire) => back.includes(wire) || freed.has(wire.from) || freed.has(wire.to));
  let next = rig;
  for (const { id } of gone) next = removeWire(next, id);
  for (const { from, to } of all) {
    const put = taken(addWire(next, from, to));
    if (!put) return undefined;
    next = put;
  }
  const [one] = all;
  const says = `${legTitle(rig, one!.from, legNames)} to ${legTitle(rig, one!.to, legNames)}`;
  const title =
    all.length > 1
      ? gone.length === 2 && all.length === 2
        ? "Swap the two wires back"
        : `Put ${all.length} wires back`
      : `${gone.length > 0 ? "Move the wire back" : "Add the missing wire"}: ${says}`;
  return { title, rig: next };
}

const taken = (edited: ReturnType<typeof addWire>): Rig | undefined => (edited.ok ? edited.rig : undefined);

/** A capacitor across two legs. */
function bypass(rig: Rig, [supply, ground]: readonly LegRef[], legNames: LegNames): Mend | undefined {
  if (!supply || !ground) return undefined;
  const added = addUnit(rig, "capacitor", { farads: 100e-9 });
  if (!added.ok || !added.ref) return undefined;
  const one = taken(addWire(added.rig, legRef(added.ref, "1"), supply));
  const both = one && taken(addWire(one, legRef(added.ref, "2"), ground));
  return both && { title: `Add 100 nF at ${legTitle(rig, supply, legNames)}`, rig: both };
}

/** The first level part that fits into the rig's lines. */
function levelParts(rig: Rig): Mend | undefined {
  const part = LEVEL_PARTS.find((one) => levelPartsProblem(rig.plan, one) === undefined);
  if (part === undefined || rig.plan.levels !== undefined) return undefined;
  return { title: `Put ${levelPartWords(part, "into")}`, rig: relay(rig, { ...rig.plan, levels: part }) };
}

/** Every limit that is passed asks for the same resistor. */
const safest = remembered((rig: Rig) => safeOhms(rig));

/** The least resistor of the series at which nothing is over its absolute maximum. */
function larger(model: RigModel): Mend | undefined {
  if (ledResistors(model).size === 0) return undefined;
  const ohms = safest(model.rig);
  return ohms === undefined
    ? undefined
    : { title: `Take ${formatQuantity(ohms, "Ω")} resistors`, rig: withLedResistors(model.rig, ohms) };
}
