import { BUILT_IN_FONTS } from "./built-in";
import { dotAt, makeBitmap, type Bitmap } from "./bitmap";
import { fontOf, readBand, type DotFont } from "./font";
import { OTHER_HANDS } from "./fonts/other-hands";

/** The character that some columns are most like, and how unlike it they are, 0 to 1; undefined where none is. */
export type Likeness = (
  columns: readonly number[],
  from: number,
  to: number,
) => { readonly character: string; readonly distance: number } | undefined;

/** Fields a shape is compared by: so many across and down, each how much of it is lit. */
const ACROSS = 5;
const DOWN = 7;

/** A character as likeness sees it: its shape whatever its size, how wide it is for its height, where it stands. */
interface Look {
  readonly fields: Float32Array;
  readonly aspect: number;
  /** Its upper and lower edge over the baseline, in heights of a capital. */
  readonly top: number;
  readonly bottom: number;
}

interface Known extends Look {
  readonly character: string;
  readonly penalty: number;
}

/** How many bits are 1: two's steps are cleared one after the other, so it takes as many turns as there are. */
export function dotsIn(bits: number): number {
  let count = 0;
  for (let rest = bits; rest; rest &= rest - 1) count += 1;
  return count;
}

/** How much of each field is lit, for dots in a box. */
function fieldsOf(width: number, height: number, lit: (x: number, y: number) => boolean): Float32Array {
  const fields = new Float32Array(ACROSS * DOWN);
  for (let field = 0; field < fields.length; field += 1) {
    const [column, row] = [field % ACROSS, Math.floor(field / ACROSS)];
    const [left, right] = [(column * width) / ACROSS, ((column + 1) * width) / ACROSS];
    const [top, bottom] = [(row * height) / DOWN, ((row + 1) * height) / DOWN];
    let sum = 0;
    for (let y = Math.floor(top); y < Math.ceil(bottom - 1e-9); y += 1)
      for (let x = Math.floor(left); x < Math.ceil(right - 1e-9); x += 1)
        if (lit(x, y))
          sum += (Math.min(x + 1, right) - Math.max(x, left)) * (Math.min(y + 1, bottom) - Math.max(y, top));
    fields[field] = sum / ((right - left) * (bottom - top));
  }
  return fields;
}

/** Characters that are looked for: others are too rare to be guessed. */
const LIKELY = /^[ -~°]$/;
const RARE = /[^A-Za-z0-9.,:!?\-+°]/;

/** The upper edges of capitals in rows, by font. */
const capitalsOf = (font: DotFont): number => font.glyphs.get(0x48)?.bitmap.height ?? font.ascent;

let knownLooks: readonly Known[] | undefined;

/** The looks of all likely characters in our own fonts. */
function looks(): readonly Known[] {
  const others = OTHER_HANDS.map((band, at) =>
    fontOf({ id: `other-${at}`, name: "", ascent: 7, descent: 2 }, readBand(band), 1),
  );
  knownLooks ??= [...BUILT_IN_FONTS.filter(({ id }) => id !== "even"), ...others].flatMap((font) => {
    const capital = capitalsOf(font);
    return [...font.glyphs.values()].flatMap(({ code, bitmap, y }): Known[] => {
      const character = String.fromCodePoint(code);
      if (bitmap.width === 0 || !LIKELY.test(character)) return [];
      const place = { top: (y + bitmap.height) / capital, bottom: y / capital };
      const penalty = RARE.test(character) ? 0.06 : 0;
      return sizesOf(bitmap, character).map((one) => ({
        character,
        penalty,
        ...place,
        fields: fieldsOf(one.width, one.height, (x, row) => dotAt(one, x, row) === 1),
        aspect: one.width / one.height,
      }));
    });
  });
  return knownLooks;
}

/** Letters that are others without their middle column. */
const NEEDS_MIDDLE = /[MNWSmnwz]/;

/** A letter of five columns also as people draw it on four, and of seven rows on six: without its middle ones. */
function sizesOf(bitmap: Bitmap, character: string): Bitmap[] {
  const without = (source: Bitmap, column: number, row: number): Bitmap =>
    makeBitmap(source.width - Number(column >= 0), source.height - Number(row >= 0), (x, y) =>
      dotAt(source, x + Number(column >= 0 && x >= column), y + Number(row >= 0 && y >= row)),
    );
  const wide = bitmap.width === 5 && !NEEDS_MIDDLE.test(character);
  const high = bitmap.height === 7;
  return [
    bitmap,
    ...(wide ? [without(bitmap, 2, -1)] : []),
    ...(high ? [without(bitmap, -1, 1), without(bitmap, -1, 4)] : []),
    ...(wide && high ? [without(bitmap, 2, 1), without(bitmap, 2, 4)] : []),
  ];
}

/** Above this a shape is no longer that character. */
const MOST_UNLIKE = 0.42;

function distanceOf(one: Look, other: Look): number {
  let sum = 0;
  for (let field = 0; field < one.fields.length; field += 1)
    sum += Math.abs(one.fields[field]! - other.fields[field]!);
  const shape = sum / one.fields.length;
  const aspect = Math.abs(Math.log(one.aspect / other.aspect)) * 0.12;
  const place = (Math.abs(one.top - other.top) + Math.abs(one.bottom - other.bottom)) * 0.45;
  return shape + aspect + place;
}

/** The most frequent of some numbers. */
function mode(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].reduce((best, one) => (one[1] > best[1] ? one : best), [0, 0])[0];
}

/**
 * How to tell what characters of an unknown font are like: the line they stand on and how high capitals are follow from
 * the line itself. It may hold capitals, or small letters alone: each is tried.
 */
export function likenesses(columns: readonly number[]): Likeness[] {
  const runs: Array<{ top: number; bottom: number }> = [];
  let open = 0;
  columns.forEach((bits, x) => {
    open |= bits;
    if (open !== 0 && (bits === 0 || x === columns.length - 1)) {
      runs.push({ top: Math.log2(open & -open), bottom: 32 - Math.clz32(open) });
      open = 0;
    }
  });
  if (runs.length === 0) return [];
  const tallest = Math.max(...runs.map(({ top, bottom }) => bottom - top));
  const tall = runs.filter(({ top, bottom }) => bottom - top >= tallest * 0.6);
  const baseline = mode(tall.map(({ bottom }) => bottom));
  const upper = Math.min(...tall.filter(({ bottom }) => bottom === baseline).map(({ top }) => top));
  const height = Math.max(2, baseline - upper);
  // Small letters are five rows of seven.
  return [height, Math.round(height * 1.4)].map((capital) => likenessOf(baseline, capital));
}

function likenessOf(baseline: number, capital: number): Likeness {
  const known = new Map<string, ReturnType<Likeness>>();
  return (columns, from, to) => {
    const key = columns.slice(from, to).join();
    if (known.has(key)) return known.get(key);
    const found = mostAlike(columns.slice(from, to), baseline, capital);
    known.set(key, found);
    return found;
  };
}

function mostAlike(columns: readonly number[], baseline: number, capital: number): ReturnType<Likeness> {
  const all = columns.reduce((sum, bits) => sum | bits, 0);
  const top = Math.log2(all & -all);
  const bottom = 32 - Math.clz32(all);
  const height = bottom - top;
  const look: Look = {
    fields: fieldsOf(columns.length, height, (x, y) => ((columns[x]! >> (top + y)) & 1) === 1),
    aspect: columns.length / height,
    top: (baseline - top) / capital,
    bottom: (baseline - bottom) / capital,
  };
  let best: ReturnType<Likeness>;
  for (const known of looks()) {
    const distance = distanceOf(look, known) + known.penalty;
    if (distance <= MOST_UNLIKE && (!best || distance < best.distance))
      best = { character: known.character, distance };
  }
  return best;
}
