import { isChip, isDisplay, legById, legName, type LegNames } from "../parts";
import { formatQuantity } from "../quantity";
import { partOf } from "./part-of";
import { controllerById } from "./plan-facts";
import { splitLegRef, type LegRef, type Rig, type Unit } from "./document";

const unitOf = (rig: Pick<Rig, "units">, leg: LegRef): Unit => {
  const { unit } = splitLegRef(leg);
  const found = rig.units.find(({ ref }) => ref === unit);
  if (!found) throw new Error(`no unit ${unit} in the rig`);
  return found;
};

/** A leg as it is spoken of: "U1 QB, leg 1", "board line 5", "R2", "DS1 b, leg 6". */
export function legTitle(rig: Pick<Rig, "units">, leg: LegRef, legNames: LegNames): string {
  const unit = unitOf(rig, leg);
  const part = partOf(unit);
  const named = legById(part, splitLegRef(leg).leg);
  switch (part.kind) {
    case "module":
      return `${unit.ref} ${named.name}, pin ${named.id}`;
    case "controller":
      return part.bare ? `${unit.ref} ${named.name}, leg ${named.number}` : `board ${named.name}`;
    case "resistor":
    case "capacitor":
    case "crystal":
      return `${unit.ref} end ${named.id}`;
    case "supply":
    case "diode":
    case "load":
      return `${unit.ref} ${named.name.split(",")[0]!}`;
    case "transistor":
      return `${unit.ref} ${named.name}`;
    case "display":
      return part.outline.style === "two-ended"
        ? `${unit.ref} ${named.name}`
        : `${unit.ref} ${legName(named, legNames)}, leg ${named.id}`;
    case "input":
    case "driver-array":
    case "shift-register":
    case "selector":
    case "ring":
    case "segment-decoder":
    case "driver-chip":
    case "expander":
    case "buffer":
      return `${unit.ref} ${legName(named, legNames)}, leg ${named.id}`;
  }
}

/** A unit's value with its unit, where it has one: "470 Ω". */
export function unitValue(unit: Unit): string | undefined {
  if (unit.ohms !== undefined) return formatQuantity(unit.ohms, "Ω");
  if (unit.farads !== undefined) return formatQuantity(unit.farads, "F");
  if (unit.volts !== undefined) return formatQuantity(unit.volts, "V");
  return undefined;
}

/** A part as one asks for it: colour, what it is, value. */
export const partTitle = (unit: Unit): string =>
  [unit.led?.colour, partOf(unit).title, unitValue(unit)].filter(Boolean).join(" ");

/** What to take out of the drawer: each kind of part once, with how many and which. */
export function partsList(
  rig: Pick<Rig, "units">,
): Array<{ readonly count: number; readonly what: string; readonly refs: readonly string[] }> {
  const groups = new Map<string, string[]>();
  for (const unit of rig.units) {
    if (unit.inside !== undefined) continue;
    const what = partTitle(unit);
    groups.set(what, [...(groups.get(what) ?? []), unit.ref]);
    if (!unit.socket) continue;
    const socket = `socket, ${partOf(unit).legs.length} legs`;
    groups.set(socket, [...(groups.get(socket) ?? []), unit.ref]);
  }
  return [...groups].map(([what, refs]) => ({ count: refs.length, what, refs }));
}

/** A rig in a line: the display, what drives it, the board. */
export function rigSummary({ units, plan }: Pick<Rig, "units" | "plan">): string {
  const parts = units.map(partOf);
  const board = controllerById(plan.controller).title.split(",")[0]!;
  const boards = parts.filter(({ kind }) => kind === "module");
  if (boards[0])
    return [(boards.length > 1 ? `${boards.length} × ` : "") + boards[0].title, board].join(" · ");
  const display = parts.find(isDisplay);
  const chips = new Map<string, number>();
  for (const part of parts)
    if (isChip(part) || part.kind === "driver-array") chips.set(part.id, (chips.get(part.id) ?? 0) + 1);
  const driven = [...chips].map(([id, count]) => (count > 1 ? `${count} × ${id}` : id)).join(", ");
  return [display?.title.split(",").slice(0, 2).join(","), driven || "straight from lines", board]
    .filter(Boolean)
    .join(" · ");
}
