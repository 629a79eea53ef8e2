import type { Nanoseconds } from "../quantity";
import type { Rig, TapeItem, UnitRef } from "../rig";
import { partOf } from "../rig";
import { randomFrom } from "./random";

/** A hand as it reaches the wires: from a moment on, a part stands so. */
export interface RawMove {
  readonly at: Nanoseconds;
  readonly unit: UnitRef;
  readonly to: number;
}

/** What hands do, without what is expected of it. */
export type Move = Extract<TapeItem, { press: UnitRef } | { release: UnitRef } | { set: UnitRef }>;

export const isMove = (item: TapeItem): item is Move => "press" in item || "release" in item || "set" in item;

/** Times a contact opens and closes again before it rests. */
const MOST_BOUNCES = 5;

/**
 * What a move does to the wires: a contact bounces, as its part or its maker says, by a stream of chance that depends on
 * the part, the moment and nothing else.
 */
export function rawMoves(rig: Pick<Rig, "units">, move: Move): RawMove[] {
  const ref = "press" in move ? move.press : "release" in move ? move.release : move.set;
  const unit = rig.units.find((one) => one.ref === ref);
  const part = unit && partOf(unit);
  if (!unit || part?.kind !== "input") return [];
  const at = Math.round(move.at * 1e6);
  if ("set" in move) {
    const last: RawMove = { at, unit: ref, to: move.to };
    return part.act.by === "contact" ? bounced(unit, last, part.act.bounce) : [last];
  }
  const to = "press" in move ? 1 : 0;
  return part.act.by === "contact" ? bounced(unit, { at, unit: ref, to }, part.act.bounce) : [];
}

function bounced(unit: Rig["units"][number], move: RawMove, usual: number): RawMove[] {
  const time = (unit.hand?.bounce ?? usual) * 1e6;
  if (time <= 0) return [move];
  const random = randomFrom(`${unit.ref} ${move.at} ${move.to}`);
  const count = 1 + Math.floor(random() * MOST_BOUNCES);
  // The last one ends where the contact comes to rest, so that all the time it was given is used.
  const moments = Array.from({ length: 2 * count - 1 }, () => Math.round(random() * time)).sort(
    (a, b) => a - b,
  );
  return [0, ...moments, Math.round(time)].map((from, nth): RawMove => ({
    at: move.at + from,
    unit: move.unit,
    to: nth % 2 === 0 ? move.to : 1 - move.to,
  }));
}
