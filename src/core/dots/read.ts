import { blankBitmap, dotAt, inverted, litDots, windowOf, type Bitmap } from "./bitmap";
import { readExactly } from "./exact";
import { fontHeight, type DotFont } from "./font";
import { dotsIn, likenesses, type Likeness } from "./likeness";

/** A character as reading compares it: its columns as bits, the top row of the font in bit 0. */
interface Shape {
  readonly font: DotFont;
  readonly character: string;
  readonly columns: readonly number[];
  /** Columns from the pen to its first one, and from its last one to the next pen. */
  readonly before: number;
  readonly after: number;
  readonly space: number;
}

const shapesKnown = new WeakMap<readonly DotFont[], readonly Shape[]>();

/** All characters with dots of some fonts; of several that look alike the first font's counts. */
function shapesOf(fonts: readonly DotFont[]): readonly Shape[] {
  const known = shapesKnown.get(fonts);
  if (known) return known;
  const shapes = fonts.flatMap((font) => {
    const rows = fontHeight(font);
    const space = font.glyphs.get(0x20)?.advance ?? 4;
    return [...font.glyphs.values()].flatMap(({ code, bitmap, x, y, advance }): Shape[] => {
      if (bitmap.width === 0 || rows > 30) return [];
      const top = font.ascent - y - bitmap.height;
      const columns = Array.from({ length: bitmap.width }, (_, column) => {
        let bits = 0;
        for (let row = 0; row < bitmap.height; row += 1)
          if (bitmap.dots[row * bitmap.width + column] && top + row >= 0) bits |= 1 << (top + row);
        return bits;
      });
      const character = String.fromCodePoint(code);
      return [{ font, character, columns, before: x, after: advance - x - bitmap.width, space }];
    });
  });
  shapesKnown.set(fonts, shapes);
  return shapes;
}

/** Marks that look like a letter of another kind are only read where no letter fits as well. */
const rarity = (character: string): number => {
  if (/[A-Za-z0-9]/.test(character)) return 0;
  if (/[ -~°äöüÄÖÜßéèàç←→↑↓]/.test(character)) return 0.3;
  return 1;
};

const NOT_READ = "�";
/** Rows a line of text may have. */
const TALLEST = 24;

/** A text that was read. */
export interface Reading {
  readonly text: string;
  /** Near 0 for letters of one known font that stand where it puts them, from 1 up for letters only like others. */
  readonly doubt: number;
  /** 0 to 1: 1 is dot for dot as a known font has it. */
  readonly sure: number;
}

/** Doubt at which nothing is sure any more. */
const NOTHING_SURE = 5;

/**
 * Reads the text a picture shows, lines parted by line feeds; "�" stands where dots are no character. Letters need not
 * be of the fonts given: the one that is most alike is taken where it is alike enough.
 */
export const readText = (picture: Bitmap, fonts: readonly DotFont[], hint?: string): string =>
  readingOf(picture, fonts, hint).text;

/**
 * The text a picture shows, and how sure that is: dot for dot in one of the fonts if it can be, else letter by letter.
 * @param hint texts that may be shown: of characters that look alike those in it are taken
 */
export function readingOf(picture: Bitmap, fonts: readonly DotFont[], hint?: string): Reading {
  const exact = readExactly(picture, fonts, hint) ?? readExactly(inverse(picture), fonts, hint);
  if (exact && !exact.text.includes(NOT_READ))
    return { text: exact.text, doubt: Math.min(0.2, exact.cost / Math.max(1, exact.letters)), sure: 1 };
  const lines = linesOf(picture).map((line) => readLine(line, shapesOf(fonts)));
  const letters = lines.reduce((sum, { letters: count }) => sum + count, 0);
  const doubt = lines.reduce((sum, { cost }) => sum + cost, 0) / Math.max(1, letters);
  const cut = exact && exact.cost / Math.max(1, exact.letters);
  if (exact && cut! < doubt) return { text: exact.text, doubt: cut!, sure: 1 };
  return {
    text: lines.map(({ text }) => text).join("\n"),
    doubt,
    sure: Math.max(0, 1 - doubt / NOTHING_SURE),
  };
}

/** Dark letters on light where most of a picture is lit; otherwise a dark picture, in which nothing reads. */
function inverse(picture: Bitmap): Bitmap {
  const { width, height } = picture;
  return litDots(picture) * 2 > width * height ? inverted(picture) : blankBitmap(width, height);
}

/** The lines of a picture, parted by rows without dots; what belongs together, as a dot over its letter, stays so. */
function linesOf(picture: Bitmap): Bitmap[] {
  const inked = Array.from({ length: picture.height }, (_, y) =>
    picture.dots.subarray(y * picture.width, (y + 1) * picture.width).some((dot) => dot === 1),
  );
  const bands: Array<[number, number]> = [];
  inked.forEach((ink, y) => {
    const last = bands[bands.length - 1];
    if (!ink) return;
    if (last && (last[1] === y || (y - last[1] <= 2 && y + 1 - last[0] <= 8))) last[1] = y + 1;
    else bands.push([y, y + 1]);
  });
  // A picture as high as one line is one, whatever gaps it has.
  if (picture.height <= 10 && bands.length > 0) return [picture];
  return bands.map(([from, to]) => windowOf(picture, 0, from, picture.width, Math.min(TALLEST, to - from)));
}

interface Read {
  readonly character: string;
  /** First column of its dots, and the one behind the last. */
  readonly from: number;
  readonly to: number;
  readonly shape: Shape | undefined;
  readonly exact: boolean;
}

function readLine(
  line: Bitmap,
  shapes: readonly Shape[],
): { readonly text: string; readonly cost: number; readonly letters: number } {
  const columns = Array.from({ length: line.width }, (_, x) => {
    let bits = 0;
    for (let y = 0; y < line.height; y += 1) if (dotAt(line, x, y)) bits |= 1 << y;
    return bits;
  });
  let best: { cost: number; read: Read[] } | undefined;
  // Text may stand a few rows higher or lower than the picture begins.
  for (const offset of [0, 1, -1, 2, -2]) {
    const found = bestReading(columns, shapes, offset, () => undefined);
    if (!best || found.cost < best.cost - 0.01) best = found;
    if (best.cost < best.read.length * 0.4) break;
  }
  // Letters of a font that is not known are read by their likeness: as capitals and figures, or as small letters.
  if (best && best.cost >= best.read.length * 0.4)
    for (const alike of likenesses(columns)) {
      const found = bestReading(columns, shapes, 0, alike);
      if (found.cost < best.cost - 0.01) best = found;
    }
  const read = best?.read ?? [];
  return { text: spaced(read, shapes), cost: best?.cost ?? 0, letters: read.length };
}

/** What a letter costs that touches its neighbour, and one that is only like a character, by how unlike it is. */
const TOUCHING = 6;
const UNLIKE = 8;

const shiftBits = (bits: number, by: number): number => (by >= 0 ? bits << by : bits >>> -by);

interface MovedShape {
  readonly shape: Shape;
  readonly columns: readonly number[];
}

/** Shapes by their first column. */
type MovedShapes = ReadonlyMap<number, readonly MovedShape[]>;

const movedKnown = new WeakMap<readonly Shape[], Map<number, MovedShapes>>();

/** The shapes some rows lower, made once. */
function movedShapes(shapes: readonly Shape[], offset: number): MovedShapes {
  const known = movedKnown.get(shapes) ?? new Map<number, MovedShapes>();
  movedKnown.set(shapes, known);
  const found = known.get(offset);
  if (found) return found;
  const byFirst = new Map<number, MovedShape[]>();
  for (const shape of shapes) {
    const columns = shape.columns.map((bits) => shiftBits(bits, offset));
    const list = byFirst.get(columns[0]!);
    if (list) list.push({ shape, columns });
    else byFirst.set(columns[0]!, [{ shape, columns }]);
  }
  known.set(offset, byFirst);
  return byFirst;
}

/** The cheapest way to take all columns apart into characters and what is none. */
function bestReading(
  columns: readonly number[],
  shapes: readonly Shape[],
  offset: number,
  alike: Likeness,
): { cost: number; read: Read[] } {
  const byFirst = movedShapes(shapes, offset);
  const count = columns.length;
  const costs = new Float64Array(count + 1).fill(Infinity);
  const steps: Array<Read | undefined> = Array<undefined>(count + 1).fill(undefined);
  const cameFrom = new Int32Array(count + 1).fill(-1);
  costs[0] = 0;
  const reach = (from: number, to: number, cost: number, read: Read | undefined) => {
    if (costs[from]! + cost >= costs[to]!) return;
    costs[to] = costs[from]! + cost;
    cameFrom[to] = from;
    steps[to] = read;
  };
  for (let x = 0; x < count; x += 1) {
    if (costs[x] === Infinity) continue;
    const bits = columns[x]!;
    if (bits === 0) {
      reach(x, x + 1, 0, undefined);
      continue;
    }
    reach(x, x + 1, 2.2 * dotsIn(bits) + 1, {
      character: NOT_READ,
      from: x,
      to: x + 1,
      shape: undefined,
      exact: false,
    });
    for (const { shape, columns: wanted } of byFirst.get(bits) ?? []) {
      const to = x + wanted.length;
      if (to > count || wanted.some((column, at) => column !== columns[x + at])) continue;
      // Letters that touch are rare: a part of a letter is often another one.
      const free = (x === 0 || columns[x - 1] === 0) && (to === count || columns[to] === 0);
      reach(x, to, (free ? 0.2 : TOUCHING) + rarity(shape.character) * 0.1 - wanted.length * 0.001, {
        character: shape.character,
        from: x,
        to,
        shape,
        exact: true,
      });
    }
    // What only resembles a character has to stand free on both sides.
    if (x > 0 && columns[x - 1] !== 0) continue;
    const end = endOf(columns, x);
    const like = alike(columns, x, end);
    if (like)
      reach(x, end, 0.8 + like.distance * UNLIKE, {
        character: like.character,
        from: x,
        to: end,
        shape: undefined,
        exact: false,
      });
  }
  const read: Read[] = [];
  for (let at = count; at > 0; at = cameFrom[at]!) {
    if (cameFrom[at]! < 0) break;
    if (steps[at]) read.unshift(steps[at]!);
  }
  return { cost: costs[count]!, read };
}

/** Where the dots that begin at a column end: before the next gap. */
function endOf(columns: readonly number[], from: number): number {
  let at = from;
  while (at < columns.length && columns[at] !== 0) at += 1;
  return at;
}

/** Joins what was read, with a space where the gap is wider than between letters. */
function spaced(read: readonly Read[], shapes: readonly Shape[]): string {
  const gaps = read.slice(1).map(({ from }, at) => from - read[at]!.to);
  const usual = [...gaps].sort((one, other) => one - other)[Math.floor((gaps.length - 1) / 2)] ?? 1;
  const metric = metricsOf(read, shapes);
  let text = "";
  read.forEach((one, at) => {
    const before = read[at - 1];
    if (before) {
      const gap = one.from - before.to;
      const spaces = metric ? metric(before, one) : gap >= Math.max(usual + 3, 4) ? 1 : 0;
      if (spaces > 0) text += " ";
    }
    if (one.character === NOT_READ && text.endsWith(NOT_READ)) return;
    text += one.character;
  });
  // Among figures a round letter is a nought, an upright a one.
  return text.replace(/(?<=\d[.:]?)[Oo](?![A-Za-z])|(?<![A-Za-z])[Oo](?=[.:]?\d)/g, "0");
}

/**
 * How many spaces stand between two characters, by the font in which all of them look as they were read and stand best
 * where its widths put them; undefined where no font has them all.
 */
function metricsOf(
  read: readonly Read[],
  shapes: readonly Shape[],
): ((before: Read, one: Read) => number) | undefined {
  if (read.length < 2 || read.some(({ exact }) => !exact)) return undefined;
  let best: { misfit: number; metric: (before: Read, one: Read) => number } | undefined;
  for (const font of new Set(shapes.map((shape) => shape.font))) {
    const own = new Map(
      shapes.filter((shape) => shape.font === font).map((shape) => [shape.character, shape]),
    );
    const all = read.every(
      ({ character, shape }) => own.get(character)?.columns.join() === shape?.columns.join(),
    );
    if (!all) continue;
    const free = (before: Read, one: Read): number =>
      one.from - before.to - own.get(before.character)!.after - own.get(one.character)!.before;
    const metric = (before: Read, one: Read): number =>
      Math.round(free(before, one) / own.get(one.character)!.space);
    const misfit = read.slice(1).reduce((sum, one, at) => {
      const gap = free(read[at]!, one);
      return sum + Math.abs(gap - metric(read[at]!, one) * own.get(one.character)!.space) + Math.max(0, -gap);
    }, 0);
    if (!best || misfit < best.misfit) best = { misfit, metric };
  }
  return best?.metric;
}
