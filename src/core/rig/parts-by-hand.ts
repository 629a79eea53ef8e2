import { groupBy } from "../collect";
import {
  CONTROLLERS,
  LED_COLOURS,
  MODULE_PART,
  OWN_DISPLAY,
  PART_IDS,
  isChip,
  isDisplay,
  partById,
  type DisplayPart,
  type LedColour,
  type Part,
} from "../parts";
import type { Farads, Ohms, Volts } from "../quantity";
import { endsAt, freeRef, lettersOf } from "./free-refs";
import {
  legRef,
  splitLegRef,
  type Beside,
  type LegRef,
  type Rig,
  type Unit,
  type UnitRef,
  type Wire,
} from "./document";
import type { Edited } from "./edit";
import { LIMITS } from "./limits";
import { ownUnits, type Table } from "./beside";
import { partOf } from "./part-of";
import { ledValues, showsDots, controllerUnit } from "./plan-facts";
import { USUAL_LAYOUT, dotModules, laidOut, usualSign } from "./sign";

/** Headings of the catalogue one adds parts from, in the order they are offered. */
export const PART_GROUPS = [
  "resistors and capacitors",
  "diodes and single LEDs",
  "transistors",
  "buttons, knobs and sensors",
  "buzzers and relays",
  "chips",
  "displays",
  "supplies",
] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

function groupOf(part: Part): PartGroup {
  switch (part.kind) {
    case "resistor":
    case "capacitor":
    case "crystal":
      return "resistors and capacitors";
    case "diode":
      return "diodes and single LEDs";
    case "display":
      return part.single ? "diodes and single LEDs" : "displays";
    case "transistor":
    case "driver-array":
      return "transistors";
    case "supply":
      return "supplies";
    case "input":
      return "buttons, knobs and sensors";
    case "load":
      return "buzzers and relays";
    default:
      return "chips";
  }
}

/** What one may add: all of the catalogue but a second controller. A module comes with its plan. */
export const ADDABLE_PARTS: ReadonlyMap<PartGroup, readonly Part[]> = groupBy(
  PART_IDS.filter(
    (id) =>
      id !== OWN_DISPLAY && id !== MODULE_PART && !CONTROLLERS.some((controller) => controller.id === id),
  ).map(partById),
  groupOf,
);

/** What a part is given beside its kind; what it does not need is left out of account. */
export interface PartValues {
  readonly ohms?: Ohms;
  readonly farads?: Farads;
  readonly volts?: Volts;
  readonly colour?: LedColour;
}

/** What a part starts with where nothing is said: 220 Ω, 100 nF, 5 V, red. */
export const USUAL_VALUES = { ohms: 220, farads: 100e-9, volts: 5, colour: LED_COLOURS[0] } as const;

function valuesFor(part: Part, { ohms, farads, volts, colour }: PartValues): Partial<Unit> {
  switch (part.kind) {
    case "resistor":
      return { ohms: ohms ?? USUAL_VALUES.ohms };
    case "capacitor":
      return { farads: farads ?? USUAL_VALUES.farads };
    case "supply":
      return { volts: volts ?? USUAL_VALUES.volts };
    case "display":
      return { led: ledValues(colour ?? USUAL_VALUES.colour) };
    default:
      return {};
  }
}

/** Puts a part of the catalogue on the table, wired to nothing. */
export function addUnit(rig: Rig, id: string, values: PartValues = {}): Edited & { readonly ref?: UnitRef } {
  if (rig.units.length >= LIMITS.units)
    return { ok: false, message: `A rig has at most ${LIMITS.units} parts; take one off first.` };
  const part = partById(id);
  const ref = freeRef(lettersOf(part), new Set(rig.units.map((unit) => unit.ref)));
  const unit: Unit = { ref, part: id, added: true, ...valuesFor(part, values) };
  const grown = { ...rig, units: [...rig.units, unit] };
  return { ok: true, rig: isDisplay(part) ? withShownOn(grown, unit, part) : grown, ref };
}

/** A display of the plan's own kind shows more of its show; one of the other kind has a show of its own. */
function withShownOn(rig: Rig, unit: Unit, part: DisplayPart): Rig {
  if (part.columns > 0 === showsDots(rig.plan))
    return rig.sign ? { ...rig, sign: usualSign(ownUnits(rig), rig.sign) } : rig;
  const group: Beside = {
    colour: unit.led!.colour,
    units: [unit.ref],
    shows: ["8"],
    ...(part.columns > 0 ? { modules: laidOut(dotModules([unit]), USUAL_LAYOUT) } : {}),
  };
  return { ...rig, beside: [...(rig.beside ?? []), group] };
}

/** Why a part has to stay on the table; undefined where it can go. */
function keepsUnit(rig: Rig, unit: Unit): string | undefined {
  if (unit.part === rig.plan.controller)
    return `${unit.ref} is the controller: choose another one on the Plan instead.`;
  if (unit.inside !== undefined)
    return `${unit.ref} sits on the board of ${unit.inside} and cannot be taken off.`;
  if (unit.part === MODULE_PART)
    return `${unit.ref} is the module the plan was made for: change it on the Plan.`;
  return undefined;
}

/** How many wires end at a part. */
export const wiresAt = (rig: Rig, ref: UnitRef): number =>
  rig.wires.filter((wire) => endsAt(wire, ref)).length;

/** Takes a part off the table, with its wires. */
export function removeUnit(rig: Rig, ref: UnitRef): Edited {
  const unit = rig.units.find((one) => one.ref === ref);
  if (!unit) return { ok: false, message: `There is no part ${ref}.` };
  const keeps = keepsUnit(rig, unit);
  if (keeps) return { ok: false, message: keeps };
  const { sign } = rig;
  return {
    ok: true,
    rig: {
      ...withoutPips(withoutBeside(rig, ref), ref),
      units: rig.units.filter((one) => one.ref !== ref),
      wires: rig.wires.filter((wire) => !endsAt(wire, ref)),
      ...(sign ? { sign: { ...sign, modules: sign.modules.filter((place) => place.unit !== ref) } } : {}),
    },
  };
}

/** A group that has lost its last display is none. */
function withoutBeside(rig: Rig, ref: UnitRef): Rig {
  if (!rig.beside) return rig;
  const { beside, ...rest } = rig;
  const parts = new Map(rig.units.map((unit) => [unit.ref, unit]));
  const left = beside
    .map((group): Beside => ({
      ...group,
      units: group.units.filter((one) => one !== ref),
      ...(group.modules ? { modules: group.modules.filter(({ unit }) => unit !== ref) } : {}),
    }))
    .filter(({ units }) => units.some((one) => parts.has(one) && isDisplay(partOf(parts.get(one)!))));
  return left.length > 0 ? { ...rest, beside: left } : rest;
}

/** What was said of a unit's LEDs goes with it. */
function withoutPips(rig: Rig, ref: UnitRef): Rig {
  const { leftOut, dead, ...rest } = rig;
  const others = (pips: Rig["dead"] = []) => pips.filter((pip) => !pip.startsWith(`${ref}.`));
  const [left, stayDead] = [others(leftOut), others(dead)];
  return {
    ...rest,
    ...(left.length > 0 ? { leftOut: left } : {}),
    ...(stayDead.length > 0 ? { dead: stayDead } : {}),
  };
}

/** The leg of each use of a part, so that one part's wires find their place on another of its kind. */
function usesOf(part: Part): ReadonlyMap<string, string> {
  const uses: Array<readonly [use: string, leg: string]> = [];
  if (part.kind === "display") {
    for (const { digit, segment, anode, cathode } of part.leds) {
      const [own, common] = part.polarity === "common-cathode" ? [anode, cathode] : [cathode, anode];
      uses.push([`own ${segment}`, own], [`common ${digit}`, common]);
    }
  } else if (part.kind === "transistor" || part.kind === "diode") {
    for (const [use, leg] of Object.entries(part.pins)) uses.push([use, leg]);
  } else if (part.kind === "driver-array") {
    part.inputs.forEach((leg, at) => uses.push([`input ${at}`, leg]));
    part.outputs.forEach((leg, at) => uses.push([`output ${at}`, leg]));
    uses.push(["ground", part.ground], ["common", part.common]);
  } else if (isChip(part)) {
    uses.push(["supply", part.supplyLeg], ["ground", part.groundLeg]);
    part.outputLegs.forEach((leg, at) => uses.push([`output ${at}`, leg]));
    if ("pins" in part)
      for (const [use, leg] of Object.entries(part.pins)) if (typeof leg === "string") uses.push([use, leg]);
  } else for (const { id } of part.legs) uses.push([id, id]);
  return new Map(uses.reverse());
}

/** Parts that can stand in a unit's place: those of its kind. */
export const replacements = (unit: Unit): readonly Part[] => {
  const part = partOf(unit);
  return [...ADDABLE_PARTS.values()]
    .flat()
    .filter(
      (other) =>
        other.kind === part.kind &&
        other.id !== part.id &&
        (part.kind !== "display" || (other.kind === "display" && other.single === part.single)),
    );
};

/**
 * Puts another part of its kind in a unit's place. Wires go to the leg of the same use; where the other part has none,
 * to the leg of the same name; what finds neither comes off.
 * @returns with how many wires came off
 */
export function replaceUnit(rig: Rig, ref: UnitRef, id: string): Edited & { readonly lost?: number } {
  const unit = rig.units.find((one) => one.ref === ref);
  if (!unit) return { ok: false, message: `There is no part ${ref}.` };
  const keeps = keepsUnit(rig, unit);
  if (keeps) return { ok: false, message: keeps };
  const [before, now] = [partOf(unit), partById(id)];
  const uses = usesOf(now);
  const places = new Map<string, string>();
  for (const [use, leg] of usesOf(before)) {
    const there = uses.get(use);
    if (there !== undefined) places.set(leg, there);
  }
  for (const { id: leg, name } of before.legs) {
    const there = now.legs.find((one) => one.name === name && ![...places.values()].includes(one.id));
    if (!places.has(leg) && there) places.set(leg, there.id);
  }
  const move = (leg: LegRef): LegRef | undefined => {
    const at = splitLegRef(leg);
    if (at.unit !== ref) return leg;
    const there = places.get(at.leg);
    return there === undefined ? undefined : legRef(ref, there);
  };
  const wires = rig.wires.flatMap((wire): Wire[] => {
    const [from, to] = [move(wire.from), move(wire.to)];
    if (from === undefined || to === undefined || from === to) return [];
    return from === wire.from && to === wire.to ? [wire] : [{ ...wire, from, to, placed: false }];
  });
  const { sheet: _sheet, seat: _seat, placed: _placed, lit: _lit, ...kept } = unit;
  const values = valuesFor(now, { ...unit, ...(unit.led ? { colour: unit.led.colour } : {}) });
  return {
    ok: true,
    lost: rig.wires.length - wires.length,
    rig: {
      ...withoutPips(rig, ref),
      units: rig.units.map((one) => (one.ref === ref ? { ...kept, ...values, part: id } : one)),
      wires,
    },
  };
}

/** Lines of the board that wires of parts added by hand end at. */
export function linesOfAdded(rig: Rig): string[] {
  const added = new Set(rig.units.filter((unit) => unit.added).map(({ ref }) => ref));
  const controller = controllerUnit(rig);
  const part = controller && partOf(controller);
  const lines = new Set(part?.kind === "controller" ? part.lines.map(({ leg }) => leg) : []);
  return rig.wires.flatMap(({ from, to }) => {
    const ends = [splitLegRef(from), splitLegRef(to)];
    const there = ends.find(({ unit }) => unit === controller?.ref);
    return there && lines.has(there.leg) && ends.some(({ unit }) => added.has(unit)) ? [there.leg] : [];
  });
}

/** Wires added by hand have ids of their own. */
const isExtra = (wire: Wire): boolean => wire.id.startsWith("extra-");

/** Whether a wire stays when the plan is laid again: it was added by hand, and ends at a part that was. */
export function staysWith(rig: Pick<Rig, "units">): (wire: Wire) => boolean {
  const added = new Set(rig.units.filter((unit) => unit.added).map(({ ref }) => ref));
  return (wire) =>
    isExtra(wire) && (added.has(splitLegRef(wire.from).unit) || added.has(splitLegRef(wire.to).unit));
}

/**
 * The parts that were added by hand and their wires, beside what a plan laid. A part whose reference the plan took gets
 * the next free one; a wire to a leg that is no longer there comes off.
 */
export function withAdded(rig: Rig, laid: Table): Table {
  const taken = new Set<string>(laid.units.map(({ ref }) => ref));
  const named = new Map<UnitRef, UnitRef>();
  const added = rig.units
    .filter((unit) => unit.added)
    .map((unit): Unit => {
      const ref = taken.has(unit.ref) ? freeRef(unit.ref.replace(/\d+$/, ""), taken) : unit.ref;
      taken.add(ref);
      named.set(unit.ref, ref);
      return { ...unit, ref };
    });
  if (added.length === 0) return laid;
  const units = [...laid.units, ...added];
  const legs = new Set(units.flatMap((unit) => partOf(unit).legs.map(({ id }) => legRef(unit.ref, id))));
  const moved = (leg: LegRef): LegRef => {
    const at = splitLegRef(leg);
    return legRef(named.get(at.unit) ?? at.unit, at.leg);
  };
  const wires = rig.wires
    .filter(staysWith(rig))
    .map((wire): Wire => ({ ...wire, from: moved(wire.from), to: moved(wire.to) }))
    .filter(({ from, to }) => legs.has(from) && legs.has(to));
  const byHand = (rig.beside ?? [])
    .filter(({ plan }) => plan === undefined)
    .map((group): Beside => ({
      ...group,
      units: group.units.map((ref) => named.get(ref) ?? ref),
      ...(group.modules
        ? { modules: group.modules.map((place) => ({ ...place, unit: named.get(place.unit) ?? place.unit })) }
        : {}),
    }));
  return { units, wires: [...laid.wires, ...wires], beside: [...laid.beside, ...byHand] };
}
