import type { Nanoseconds } from "../quantity";
import type { Rig, TapeItem, UnitRef } from "../rig";
import { partOf } from "../rig";
import { randomFrom } from "../chance";

/** A hand as it reaches the wires: from a moment on a part stands so, or a byte has come over the serial line. */
export type RawMove = PartMove | { readonly at: Nanoseconds; readonly byte: number };

export interface PartMove {
  readonly at: Nanoseconds;
  readonly unit: UnitRef;
  readonly to: number;
  /** Of a keypad: which of its keys. */
  readonly key?: number;
  /** It goes so far from where it is. */
  readonly moves?: true;
}

/** Bits a second on the serial line, and the ns a byte takes: a start bit, eight, a stop bit. */
export const BAUD = 9600;
const BYTE_TIME: Nanoseconds = Math.round(1e10 / BAUD);

/** What hands do, without what is expected of it. */
export type Move = Extract<
  TapeItem,
  | { press: UnitRef }
  | { release: UnitRef }
  | { set: UnitRef }
  | { turn: UnitRef }
  | { type: string }
  | { torn: string }
>;

const MOVES = ["press", "release", "set", "turn", "type", "torn"] as const;

export const isMove = (item: TapeItem): item is Move => MOVES.some((does) => does in item);

/** Times a contact opens and closes again before it rests. */
const MOST_BOUNCES = 5;

/**
 * What a move does to the wires: a contact bounces, as its part or its maker says, by a stream of chance that depends on
 * the part, the moment and nothing else.
 */
export function rawMoves(rig: Pick<Rig, "units">, move: Move): RawMove[] {
  if ("type" in move) return bytesOf(`${move.type}\n`, move.at);
  if ("torn" in move) return bytesOf(move.torn, move.at);
  if ("turn" in move) return quarterSteps(rig, move);
  const ref = "press" in move ? move.press : "release" in move ? move.release : move.set;
  const unit = rig.units.find((one) => one.ref === ref);
  const part = unit && partOf(unit);
  if (!unit || part?.kind !== "input") return [];
  const at = Math.round(move.at * 1e6);
  if ("set" in move) {
    const last: PartMove = { at, unit: ref, to: move.to };
    return part.act.by === "contact" ? bounced(unit, last, part.act.bounce) : [last];
  }
  const to = "press" in move ? 1 : 0;
  if (part.act.by === "keys") {
    const key = part.act.faces.indexOf(move.key ?? "");
    return key < 0 ? [] : bounced(unit, { at, unit: ref, to, key }, part.act.bounce);
  }
  return part.act.by === "contact" ? bounced(unit, { at, unit: ref, to }, part.act.bounce) : [];
}

/** ns from one quarter step to the next of an encoder that is turned by hand. */
const QUARTER: Nanoseconds = 6e6;

/** An encoder that is turned: four quarter steps for each, of which each bounces back and forth. */
function quarterSteps(
  rig: Pick<Rig, "units">,
  { at, turn, by }: Extract<Move, { turn: UnitRef }>,
): RawMove[] {
  const unit = rig.units.find((one) => one.ref === turn);
  const part = unit && partOf(unit);
  if (!unit || part?.kind !== "input" || part.act.by !== "steps") return [];
  const way = Math.sign(by);
  const bounce = Math.min(5, unit.hand?.bounce ?? part.act.bounce) * 1e6;
  const from = Math.round(at * 1e6);
  return Array.from({ length: Math.abs(by) * 4 }, (_, nth) => {
    const began = from + nth * QUARTER;
    const random = randomFrom(`${turn} ${began} ${way}`);
    const back = bounce > 0 ? Math.floor(random() * 3) : 0;
    const moments = Array.from({ length: back * 2 }, () => Math.round(random() * bounce)).sort(
      (a, b) => a - b,
    );
    return [0, ...moments].map((later, place): PartMove => ({
      at: began + later,
      unit: turn,
      to: place % 2 === 0 ? way : -way,
      moves: true,
    }));
  }).flat();
}

/** Text as it comes over the serial line, byte after byte, in UTF-8. */
const bytesOf = (text: string, at: number): RawMove[] =>
  [...new TextEncoder().encode(text)].map((byte, nth) => ({
    at: Math.round(at * 1e6) + (nth + 1) * BYTE_TIME,
    byte,
  }));

function bounced(unit: Rig["units"][number], move: PartMove, usual: number): RawMove[] {
  const time = (unit.hand?.bounce ?? usual) * 1e6;
  if (time <= 0) return [move];
  const random = randomFrom(`${unit.ref} ${move.at} ${move.to}`);
  const count = 1 + Math.floor(random() * MOST_BOUNCES);
  // The last one ends where the contact comes to rest, so that all the time it was given is used.
  const moments = Array.from({ length: 2 * count - 1 }, () => Math.round(random() * time)).sort(
    (a, b) => a - b,
  );
  return [0, ...moments, Math.round(time)].map((from, nth): PartMove => ({
    at: move.at + from,
    unit: move.unit,
    ...(move.key === undefined ? {} : { key: move.key }),
    to: nth % 2 === 0 ? move.to : 1 - move.to,
  }));
}
