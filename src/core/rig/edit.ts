import type { PipName } from "../glyph";
import type { LineNames } from "../parts";
import { legTitle } from "./names";
import { partOf } from "./part-of";
import {
  splitLegRef,
  type LegRef,
  type PipId,
  type Rig,
  type Unit,
  type UnitRef,
  type Wire,
  type WireColour,
} from "./document";

export type WireEnd = "from" | "to";
export type Edited =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly message: string };

const replaceWires = (rig: Rig, changed: ReadonlyMap<string, Wire>): Rig => ({
  ...rig,
  wires: rig.wires.map((wire) => changed.get(wire.id) ?? wire),
});

const name = (rig: Rig, leg: LegRef): string => legTitle(rig, leg, "letters");

const hasLeg = (rig: Rig, leg: LegRef): boolean => {
  const at = splitLegRef(leg);
  const unit = rig.units.find(({ ref }) => ref === at.unit);
  return unit !== undefined && partOf(unit).legs.some(({ id }) => id === at.leg);
};

/** Moves one end of a wire to another leg. The wire has to be placed again. */
export function moveWireEnd(rig: Rig, id: string, end: WireEnd, leg: LegRef): Edited {
  const wire = rig.wires.find((candidate) => candidate.id === id);
  if (!wire) return { ok: false, message: `There is no wire ${id}.` };
  if (!hasLeg(rig, leg)) return { ok: false, message: `There is no leg ${leg}.` };
  const other = end === "from" ? wire.to : wire.from;
  if (other === leg)
    return {
      ok: false,
      message: `The other end of this wire is already at ${name(rig, leg)}; choose another leg.`,
    };
  const moved = { ...wire, [end]: leg, placed: false };
  const twin = rig.wires.find((one) => one.id !== id && joinsSame(one, moved));
  if (twin)
    return {
      ok: false,
      message: `A wire already runs from ${name(rig, moved.from)} to ${name(rig, moved.to)}.`,
    };
  return { ok: true, rig: replaceWires(rig, new Map([[id, moved]])) };
}

const joinsSame = (one: Wire, other: Wire): boolean =>
  (one.from === other.from && one.to === other.to) || (one.from === other.to && one.to === other.from);

/** Exchanges two wires: each keeps its `to` end and takes the other's `from` end. */
export function swapWires(rig: Rig, one: string, other: string): Edited {
  const first = rig.wires.find((wire) => wire.id === one);
  const second = rig.wires.find((wire) => wire.id === other);
  if (!first || !second || first === second)
    return { ok: false, message: "Choose two different wires to swap." };
  const swapped: Wire[] = [
    { ...first, from: second.from, placed: false },
    { ...second, from: first.from, placed: false },
  ];
  const loop = swapped.find((wire) => wire.from === wire.to);
  if (loop) return { ok: false, message: `Swapping these would join ${name(rig, loop.from)} to itself.` };
  const result = replaceWires(rig, new Map(swapped.map((wire) => [wire.id, wire])));
  const doubled = swapped.find((wire) =>
    result.wires.some((other) => other.id !== wire.id && joinsSame(wire, other)),
  );
  if (doubled)
    return {
      ok: false,
      message: `Swapping these would put a second wire from ${name(rig, doubled.from)} to ${name(rig, doubled.to)}.`,
    };
  return { ok: true, rig: result };
}

/** Adds a wire between two legs. */
export function addWire(rig: Rig, from: LegRef, to: LegRef): Edited {
  if (!hasLeg(rig, from) || !hasLeg(rig, to)) return { ok: false, message: "Choose a leg for each end." };
  if (from === to) return { ok: false, message: "A wire needs two different legs." };
  if (
    rig.wires.some((wire) => (wire.from === from && wire.to === to) || (wire.from === to && wire.to === from))
  ) {
    return { ok: false, message: `A wire from ${name(rig, from)} to ${name(rig, to)} is there already.` };
  }
  let number = 1;
  while (rig.wires.some((wire) => wire.id === `extra-${number}`)) number += 1;
  return {
    ok: true,
    rig: { ...rig, wires: [...rig.wires, { id: `extra-${number}`, from, to, placed: false }] },
  };
}

/** Takes a wire out; one that is not there changes nothing. */
export const removeWire = (rig: Rig, id: string): Rig => ({
  ...rig,
  wires: rig.wires.filter((wire) => wire.id !== id),
});

/** Says of LEDs that they are left unwired on purpose, or that they are wanted after all. */
export function leaveOut(rig: Rig, pips: readonly PipId[], left: boolean): Rig {
  const { leftOut = [], ...rest } = rig;
  const now = left ? [...new Set([...leftOut, ...pips])] : leftOut.filter((pip) => !pips.includes(pip));
  return now.length > 0 ? { ...rest, leftOut: now } : rest;
}

/** Notes of an LED that it does not light any more, or that it does again. */
export function noteDead(rig: Rig, pip: PipId, isDead: boolean): Rig {
  const { dead = [], ...rest } = rig;
  const others = dead.filter((one) => one !== pip);
  const now = isDead ? [...others, pip] : others;
  return now.length > 0 ? { ...rest, dead: now } : rest;
}

/** Ticks parts as seated on the table, or clears the tick. */
export const placeUnits = (rig: Rig, refs: readonly string[], placed: boolean): Rig => ({
  ...rig,
  units: rig.units.map((unit) => {
    if (!refs.includes(unit.ref)) return unit;
    const { placed: _, ...rest } = unit;
    return placed ? { ...rest, placed } : rest;
  }),
});

/** Ticks wires as placed on the table, or clears the tick. */
export const placeWires = (rig: Rig, ids: readonly string[], placed: boolean): Rig => ({
  ...rig,
  wires: rig.wires.map((wire) => (ids.includes(wire.id) ? { ...wire, placed } : wire)),
});

/** Changes the values of every unit that `which` accepts. */
export const changeUnits = (
  rig: Rig,
  which: (unit: Unit) => boolean,
  values: Partial<Omit<Unit, "ref" | "part">>,
): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (which(unit) ? { ...unit, ...values } : unit)),
});

/** Gives wires a colour by hand; without one they get theirs by rule again. */
export const paintWires = (rig: Rig, ids: readonly string[], colour: WireColour | undefined): Rig => ({
  ...rig,
  wires: rig.wires.map(({ colour: before, ...wire }) => {
    const now = ids.includes(wire.id) ? colour : before;
    return now === undefined ? wire : { ...wire, colour: now };
  }),
});

/** Says something of a wire; nothing but spaces takes it back. */
export const noteWire = (rig: Rig, id: string, note: string): Rig => ({
  ...rig,
  wires: rig.wires.map((wire) => (wire.id === id ? noted(wire, note) : wire)),
});

/** The same of a part. */
export const noteUnit = (rig: Rig, ref: UnitRef, note: string): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === ref ? noted(unit, note) : unit)),
});

/** Calls the controller's lines another way, or by their numbers. */
export const nameLines = (rig: Rig, names: LineNames | undefined): Rig => ({
  ...rig,
  units: rig.units.map((unit) => {
    if (unit.part !== rig.plan.controller) return unit;
    const { lineNames: _, ...rest } = unit;
    return names ? { ...rest, lineNames: names } : rest;
  }),
});

/** Says that a chip stands in a socket, or that it does not. */
export const socketUnit = (rig: Rig, ref: UnitRef, socket: boolean): Rig => ({
  ...rig,
  units: rig.units.map((unit) => {
    if (unit.ref !== ref) return unit;
    const { socket: _, ...rest } = unit;
    return socket ? { ...rest, socket } : rest;
  }),
});

/** Has the program keep one LED of a unit lit, or dark. */
export const litUnit = (rig: Rig, ref: UnitRef, segment: PipName, lit: boolean): Rig => ({
  ...rig,
  units: rig.units.map((unit) => {
    if (unit.ref !== ref) return unit;
    const { lit: before = [], ...rest } = unit;
    const now = lit ? [...new Set([...before, segment])] : before.filter((one) => one !== segment);
    return now.length > 0 ? { ...rest, lit: now } : rest;
  }),
});

function noted<Of extends { readonly note?: string }>({ note: _, ...rest }: Of, note: string): Of {
  const said = note.trim();
  return (said === "" ? rest : { ...rest, note: said }) as Of;
}
