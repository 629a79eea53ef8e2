import { heldPips, pipsOf, type RigModel } from "../../address";
import { cellSegments, inOrder, type Cell, type MarkName, type PipName } from "../../glyph";
import { digitKey, pipId, type PipId, type UnitRef } from "../../rig";
import { slotStates } from "../states";
import { storedBytes } from "../sketch/tables";
import { storedWrites } from "../sketch/driver";
import type { SlotState } from "../types";

/** How glyphs are put among the bytes of a face, whichever takes less memory of what is right for the wires. */
export type Placing =
  /** A glyph is whole bytes, at the digit's own places. */
  | {
      /** The same on all digits, or each digit its own. */
      readonly way: "shapes" | "own-shapes";
      readonly places: readonly number[];
      readonly perDigit: number;
      readonly shapes: readonly number[];
      readonly extras: readonly number[];
    }
  /** Every segment of every digit has a place of its own. */
  | {
      readonly way: "segments";
      readonly segments: readonly number[];
      readonly perDigit: number;
      readonly places: readonly number[];
      readonly masks: readonly number[];
      readonly names: readonly PipName[];
    };

/** Everything drawing a face needs to know of the wires. */
export interface Pattern {
  /** Bytes of one slot. */
  readonly size: number;
  /** Everything dark, but every digit switched on in its turn. */
  readonly base: readonly number[];
  readonly placing: Placing;
  /** Where a lamp's bits are. */
  lamp(pips: readonly PipId[]): ReadonlyArray<{ readonly at: number; readonly mask: number }>;
  stateOf(slot: number, bytes: readonly number[]): SlotState;
}

const flat = (state: SlotState): number[] => [
  ...storedBytes(state),
  ...(state.writes ? storedWrites(state) : []),
];

/** A dark segment of a display keeps no place: it is left out, as it is on the face. */
const SEGMENTS: readonly PipName[] = ["a", "b", "c", "d", "e", "f", "g", "dp"];

/**
 * What the wires make of glyphs: the bytes of a face with nothing lit, and which bits each glyph turns around.
 * @param glyphs by their code; digits 0 to 9 first
 */
export function patternOf(
  model: RigModel,
  direct: readonly string[],
  glyphs: readonly string[],
  marks: readonly MarkName[],
): Pattern {
  const { digits, slots, rig } = model;
  const states = slotStates(model, direct);
  const held = heldPips(model);
  const slotOf = new Map(slots.flatMap((ids, slot) => ids.map((id) => [digitKey(id), slot] as const)));
  const facing = (pips: readonly PipId[], slot: number | undefined): SlotState[] =>
    states(slots.map((_, at) => new Set(at === slot ? [...held, ...pips] : held)));
  const dark = facing([], undefined);
  const blank = dark.map(flat);
  const whole = blank.flat();
  const size = blank[0]!.length;
  const known = (pips: Iterable<PipId>) => [...pips].filter((pip) => model.address(pip) !== undefined);
  /** Bits of the face that turn around for these LEDs of a digit. */
  const turned = (digit: number, names: readonly PipName[]): number[] => {
    const id = digits[digit]!;
    const slot = slotOf.get(digitKey(id))!;
    const lit = facing(known(pipsOf(id.unit, id.digit, names)), slot).flatMap(flat);
    return lit.map((byte, at) => byte ^ whole[at]!);
  };
  const segmentsOf = (cell: Cell) => cellSegments(cell, rig.glyphs);
  const plain = glyphs.map((glyph) => segmentsOf({ glyph, point: false }));
  const extras: readonly PipName[] = ["dp", ...marks];
  const switched = digits.map((_, digit) => {
    const all = plain.slice(0, 10).map((names) => turned(digit, names));
    return all[0]!.map((_, at) => all.reduce((both, bytes) => both & bytes[at]!, 255));
  });
  const base = whole.map((byte, at) => switched.reduce((now, bits) => now | bits[at]!, 0) ^ byte);
  const without = (digit: number, bytes: readonly number[]) =>
    bytes.map((byte, at) => byte & ~switched[digit]![at]!);
  const glyphBits = digits.map((_, digit) => plain.map((names) => without(digit, turned(digit, names))));
  const extraBits = digits.map((_, digit) => extras.map((name) => without(digit, turned(digit, [name]))));
  const interned = new Map<string, SlotState>();
  return {
    size,
    base,
    placing: placingOf(
      glyphBits,
      extraBits,
      plain,
      digits.map((_, digit) => [...SEGMENTS, ...marks].map((name) => without(digit, turned(digit, [name])))),
      marks,
    ),
    lamp: (pips) => lampBits(facing, blank, known(pips), slots.length),
    stateOf(slot, bytes) {
      const key = `${slot} ${bytes.join()}`;
      const found = interned.get(key) ?? stateOfBytes(dark[slot]!, bytes);
      interned.set(key, found);
      return found;
    },
  };
}

/** A lamp's bits are the same whichever digit's turn it is. */
function lampBits(
  facing: (pips: readonly PipId[], slot: number | undefined) => SlotState[],
  blank: ReadonlyArray<readonly number[]>,
  pips: readonly PipId[],
  slots: number,
): Array<{ at: number; mask: number }> {
  return Array.from({ length: slots }, (_, slot) => {
    const lit = flat(facing(pips, slot)[slot]!);
    const before = blank.slice(0, slot).reduce((sum, bytes) => sum + bytes.length, 0);
    return lit.flatMap((byte, at) => {
      const mask = byte ^ blank[slot]![at]!;
      return mask === 0 ? [] : [{ at: before + at, mask }];
    });
  }).flat();
}

/** A slot's state from its bytes: those of the chain, the lines, and what is written to chips, as they are stored. */
function stateOfBytes(dark: SlotState, bytes: readonly number[]): SlotState {
  const lines = Math.ceil(dark.levels.length / 8);
  const levels = dark.levels.map(
    (_, at) => ((bytes[dark.bytes.length + (at >> 3)]! >> (at & 7)) & 1) as 0 | 1,
  );
  let at = dark.bytes.length + lines;
  const writes = dark.writes?.map((write) => {
    if (write.bus !== 0) return write;
    const length = bytes[at]!;
    const sent = bytes.slice(at + 1, at + 1 + length);
    at += 1 + length;
    return { ...write, write: { ...write.write, bytes: sent } };
  });
  return {
    slot: dark.slot,
    bytes: bytes.slice(0, dark.bytes.length),
    levels,
    ...(dark.ring ? { ring: dark.ring } : {}),
    ...(writes ? { writes } : {}),
  };
}

type Bits = ReadonlyArray<ReadonlyArray<readonly number[]>>;

function placingOf(
  glyphs: Bits,
  extras: Bits,
  plain: ReadonlyArray<readonly PipName[]>,
  segments: Bits,
  marks: readonly MarkName[],
): Placing {
  const placesOf = (digit: number): number[] => {
    const all = [...glyphs[digit]!, ...extras[digit]!];
    return all[0]!.flatMap((_, at) => (all.some((bytes) => bytes[at] !== 0) ? [at] : []));
  };
  const places = glyphs.map((_, digit) => placesOf(digit));
  const perDigit = Math.max(1, ...places.map(({ length }) => length));
  const filled = places.map((own) => [...own, ...Array<number>(perDigit - own.length).fill(own[0] ?? 0)]);
  const at = (bits: Bits, digit: number, nth: number) =>
    filled[digit]!.map((place, k) => (places[digit]!.length > k ? bits[digit]![nth]![place]! : 0));
  const shapesOf = (digit: number) => glyphs[digit]!.flatMap((_, nth) => at(glyphs, digit, nth));
  const extrasOf = (digit: number) => extras[digit]!.flatMap((_, nth) => at(extras, digit, nth));
  const alike = glyphs.every(
    (_, digit) =>
      shapesOf(digit).join() === shapesOf(0).join() && extrasOf(digit).join() === extrasOf(0).join(),
  );
  if (alike)
    return {
      way: "shapes",
      perDigit,
      places: filled.flat(),
      shapes: shapesOf(0),
      extras: extrasOf(0),
    };
  const bySegment = segmentPlaces(glyphs, plain, segments, marks);
  if (bySegment) return bySegment;
  return {
    way: "own-shapes",
    perDigit,
    places: filled.flat(),
    shapes: glyphs.flatMap((_, digit) => shapesOf(digit)),
    extras: glyphs.flatMap((_, digit) => extrasOf(digit)),
  };
}

/** Right only where every glyph is nothing but its segments, each with one bit: behind a decoder it is not. */
function segmentPlaces(
  glyphs: Bits,
  plain: ReadonlyArray<readonly PipName[]>,
  segments: Bits,
  marks: readonly MarkName[],
): Extract<Placing, { way: "segments" }> | undefined {
  const names: readonly PipName[] = [...SEGMENTS, ...marks];
  const single = segments.map((ofDigit) =>
    ofDigit.map((bytes) => {
      const places = bytes.flatMap((mask, at) => (mask === 0 ? [] : [{ at, mask }]));
      return places.length > 1 ? undefined : (places[0] ?? { at: 0, mask: 0 });
    }),
  );
  if (single.flat().some((one) => one === undefined)) return undefined;
  const right = glyphs.every((ofDigit, digit) =>
    ofDigit.every((bytes, nth) => {
      const made = bytes.map(() => 0);
      for (const name of plain[nth]!) {
        const place = single[digit]![names.indexOf(name)];
        if (place) made[place.at]! ^= place.mask;
      }
      return made.join() === bytes.join();
    }),
  );
  if (!right) return undefined;
  return {
    way: "segments",
    names,
    perDigit: names.length,
    segments: plain.map((own) => inOrder(own).reduce((bits, name) => bits | (1 << names.indexOf(name)), 0)),
    places: single.flatMap((ofDigit) => ofDigit.map((one) => one!.at)),
    masks: single.flatMap((ofDigit) => ofDigit.map((one) => one!.mask)),
  };
}

/** The LEDs of a unit that stands alone. */
export const lampPips = (model: RigModel, unit: UnitRef): PipId[] => {
  const part = model.part(unit);
  return part.kind === "display" ? part.leds.map(({ digit, segment }) => pipId(unit, digit, segment)) : [];
};
