import type { Rig, Unit } from "./document";

/** For every part of the document: whether what is shown, or found, can depend on it. Units and wires are looked into. */
const COUNTS: Readonly<Record<Exclude<keyof Rig, "units" | "wires">, boolean>> = {
  format: false,
  version: false,
  id: false,
  name: false,
  note: false,
  plan: true,
  code: true,
  glyphs: true,
  scan: true,
  show: true,
  sign: true,
  beside: true,
  live: true,
  tapes: false,
  leftOut: true,
  dead: true,
  bench: false,
  // What runs is chosen apart from it: see whoever starts a simulation.
  firmware: false,
  wireColours: false,
};
/** Every part of the document but what tells which rig it is, and in which form. */
export const RIG_PARTS: ReadonlyArray<keyof Rig> = [
  ...(Object.keys(COUNTS) as Array<keyof typeof COUNTS>).filter(
    (key) => key !== "format" && key !== "version" && key !== "id",
  ),
  "units",
  "wires",
];
const KEYS = (Object.keys(COUNTS) as Array<keyof typeof COUNTS>).filter((key) => COUNTS[key]);

/** A unit without what only its maker and the table know of it. What its lines are called is in what is said of them. */
const bare = ({ placed: _placed, note: _note, seat: _seat, socket: _socket, ...unit }: Unit): string =>
  JSON.stringify(unit);

/** Whether two states of a rig run, and are judged, alike: names, notes, ticks, colours and seats do not count. */
export function runsAlike(one: Rig, other: Rig): boolean {
  if (one === other) return true;
  if (one.id !== other.id || !KEYS.every((key) => sameValue(key, one[key], other[key]))) return false;
  return sameUnits(one.units, other.units) && sameWires(one.wires, other.wires);
}

/** A sign may carry whole fonts: it is the same as long as it is the same object. */
const sameValue = (key: keyof Rig, one: unknown, other: unknown): boolean =>
  one === other || (key !== "sign" && JSON.stringify(one) === JSON.stringify(other));

const sameUnits = (one: Rig["units"], other: Rig["units"]): boolean =>
  one === other ||
  (one.length === other.length &&
    one.every((unit, at) => unit === other[at] || bare(unit) === bare(other[at]!)));

const sameWires = (one: Rig["wires"], other: Rig["wires"]): boolean =>
  one === other ||
  (one.length === other.length &&
    one.every(({ from, to }, at) => from === other[at]!.from && to === other[at]!.to));
