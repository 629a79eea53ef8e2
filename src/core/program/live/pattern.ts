import { pipsOf, type RigModel } from "../../address";
import { cellSegments, inOrder, type Cell, type MarkName, type PipName } from "../../glyph";
import { digitKey, pipId, type PipId, type UnitRef } from "../../rig";
import type { SlotBytes } from "./slot-bytes";

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
  /** Everything dark, but every digit switched on in its turn. */
  readonly base: readonly number[];
  readonly placing: Placing;
}

/** A dark segment of a display keeps no place: it is left out, as it is on the face. */
const SEGMENTS: readonly PipName[] = ["a", "b", "c", "d", "e", "f", "g", "dp"];

/**
 * What the wires make of glyphs: the bytes of a face with nothing lit, and which bits each glyph turns around.
 * @param glyphs by their code; digits 0 to 9 first
 */
export function patternOf(
  model: RigModel,
  wired: SlotBytes,
  glyphs: readonly string[],
  marks: readonly MarkName[],
): Pattern {
  const bits = bitsOf(model, wired, glyphs, marks);
  return {
    base: bits.base,
    placing: placingOf(bits.glyphs, bits.extras, bits.plain, bits.segments, marks),
  };
}

/**
 * Where each segment of each digit is among the bytes of a face, a to g and the point; undefined where a digit is more,
 * or less, than its segments: behind a decoder.
 */
export function segmentBits(
  model: RigModel,
  wired: SlotBytes,
): Extract<Placing, { way: "segments" }> | undefined {
  const { glyphs, plain, segments } = bitsOf(model, wired, [..."0123456789"], []);
  return segmentPlaces(glyphs, plain, segments, []);
}

/** Which bits of the face each glyph, what stands beside it, and each segment turn around, digit by digit. */
function bitsOf(
  { digits, rig }: RigModel,
  wired: SlotBytes,
  glyphs: readonly string[],
  marks: readonly MarkName[],
) {
  /** Bits of the face that turn around for these LEDs of a digit. */
  const turned = (digit: number, names: readonly PipName[]): number[] => {
    const id = digits[digit]!;
    return wired.turned(pipsOf(id.unit, id.digit, names), wired.slotOf(digitKey(id)));
  };
  const segmentsOf = (cell: Cell) => cellSegments(cell, rig.glyphs);
  const plain = glyphs.map((glyph) => segmentsOf({ glyph, point: false }));
  const extras: readonly PipName[] = ["dp", ...marks];
  const switched = digits.map((_, digit) => {
    const all = plain.slice(0, 10).map((names) => turned(digit, names));
    return all[0]!.map((_, at) => all.reduce((both, bytes) => both & bytes[at]!, 255));
  });
  const base = wired.dark.map((byte, at) => switched.reduce((now, bits) => now | bits[at]!, 0) ^ byte);
  const without = (digit: number, bytes: readonly number[]) =>
    bytes.map((byte, at) => byte & ~switched[digit]![at]!);
  const glyphBits = digits.map((_, digit) => plain.map((names) => without(digit, turned(digit, names))));
  const extraBits = digits.map((_, digit) => extras.map((name) => without(digit, turned(digit, [name]))));
  const segments = digits.map((_, digit) =>
    [...SEGMENTS, ...marks].map((name) => without(digit, turned(digit, [name]))),
  );
  return { base, glyphs: glyphBits, extras: extraBits, plain, segments };
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
