import { SEGMENTS, readSegments, type PipName } from "../../glyph";
import type { RigModel } from "../../address";
import { lazily, remembered } from "../../remember";
import type { LitDigits } from "../../trace";

/** Which segment was meant where each one is lit. */
export type SegmentMap = Readonly<Partial<Record<PipName, PipName>>>;

/** Segments lit otherwise, so that what is lit makes characters. */
export interface SegmentFit {
  readonly map: SegmentMap;
  /** Every segment is the opposite. */
  readonly inverted: boolean;
  /** Other arrangements, as many moved, that make as much sense. */
  readonly alike: number;
  readonly moved: number;
}

const BARS: readonly PipName[] = SEGMENTS.filter((name) => name !== "dp");
const ALL_BARS = (1 << BARS.length) - 1;

const maskOf = (lit: readonly PipName[]): number =>
  lit.reduce((mask, name) => {
    const at = BARS.indexOf(name);
    return at < 0 ? mask : mask | (1 << at);
  }, 0);

/** What each mask of bars is: 2 a figure, 1 another character, 0 none. */
const worths = remembered(({ rig }: RigModel): Uint8Array => {
  const worth = new Uint8Array(1 << BARS.length);
  for (let mask = 1; mask < worth.length; mask += 1) {
    const glyphs = readSegments(
      BARS.filter((_, at) => (mask >> at) & 1),
      rig.glyphs,
    );
    if (glyphs.length > 0) worth[mask] = glyphs.some((glyph) => /[0-9]/.test(glyph)) ? 2 : 1;
  }
  return worth;
});

/** All orders of so many things, the ones with least moved first. */
const orders = lazily((): ReadonlyArray<{ readonly order: readonly number[]; readonly moved: number }> => {
  const found: Array<{ order: number[]; moved: number }> = [];
  const rest = BARS.map((_, at) => at);
  const go = (order: number[], left: readonly number[]) => {
    if (left.length === 0) {
      found.push({ order, moved: order.filter((to, at) => to !== at).length });
      return;
    }
    for (const one of left)
      go(
        [...order, one],
        left.filter((other) => other !== one),
      );
  };
  go([], rest);
  return found.sort((one, other) => one.moved - other.moved);
});

/** Different characters that have to be seen before an arrangement is told from chance. */
const LEAST_KINDS = 4;

/**
 * The arrangement of segments under which all that was lit is figures: each of the 5,040 is tried, as it is and inverted.
 * Of those that make as much sense the one with fewest segments moved is taken.
 */
export function fitSegments(model: RigModel, faces: readonly LitDigits[]): SegmentFit | undefined {
  const masks = [...new Set(faces.flatMap((digits) => digits.map(maskOf)))].filter((mask) => mask !== 0);
  if (masks.length < LEAST_KINDS) return undefined;
  const worth = worths(model);
  const valueOf = (kinds: readonly number[], order: readonly number[]): number => {
    let value = 0;
    for (const mask of kinds) {
      let turned = 0;
      for (let at = 0; at < order.length; at += 1) if ((mask >> at) & 1) turned |= 1 << order[at]!;
      const one = worth[turned]!;
      value += one === 0 ? -3 : one;
    }
    return value;
  };
  const straight = masks.reduce((sum, mask) => sum + (worth[mask] === 0 ? -3 : worth[mask]!), 0);
  let best: (SegmentFit & { readonly value: number }) | undefined;
  let alike = 0;
  for (const inverted of [false, true]) {
    const kinds = inverted ? masks.map((mask) => ALL_BARS & ~mask).filter((mask) => mask !== 0) : masks;
    for (const { order, moved } of orders()) {
      const cost = moved + (inverted ? 1 : 0);
      const value = valueOf(kinds, order);
      const least = best ? best.moved + (best.inverted ? 1 : 0) : Infinity;
      if (best && (value < best.value || (value === best.value && cost > least))) continue;
      if (best && value === best.value && cost === least) {
        alike += 1;
        continue;
      }
      alike = 0;
      const map = Object.fromEntries(
        order.flatMap((to, at) => (to === at ? [] : [[BARS[at]!, BARS[to]!] as const])),
      );
      best = { map, inverted, moved, alike: 0, value };
    }
  }
  if (!best || best.value <= straight || (best.moved === 0 && !best.inverted)) return undefined;
  // Everything has to be a character, nearly all of it a figure.
  if (best.value < masks.length * 1.6) return undefined;
  return { map: best.map, inverted: best.inverted, moved: best.moved, alike };
}

/** Faces as they were meant. */
export const meant = (faces: readonly LitDigits[], { map, inverted }: SegmentFit): LitDigits[] =>
  faces.map((digits) =>
    digits.map((lit) => {
      const now = inverted ? BARS.filter((name) => !lit.includes(name)) : lit;
      return now.map((name) => map[name] ?? name);
    }),
  );
