import type { DotFont } from "./font";

/** A character of a font as columns of dots from top to bottom. */
export interface Shape {
  readonly character: string;
  readonly columns: readonly string[];
  /** Columns from the pen to its first one, and to the next pen. */
  readonly x: number;
  readonly advance: number;
  readonly rare: number;
}

export interface Shapes {
  readonly all: readonly Shape[];
  readonly byFirst: ReadonlyMap<string, readonly Shape[]>;
  /** Where ink begins from the pen, all there are. */
  readonly starts: readonly number[];
  readonly space: Shape | undefined;
  readonly widest: number;
  /** Some letters reach over their neighbour's place, and so many columns back over the one before. */
  readonly overlaps: boolean;
  readonly back: number;
}

/** What a space costs: letters one by one with spaces between are rarer than letters set far apart. */
const SPACE = 0.02;
/** Letters of a font in which some lie over others that are all tried. */
const MOST_TRIED = 300;

const rarityOf = (character: string): number => {
  if (/[A-Za-z0-9]/.test(character)) return 0;
  if (/[ -~]/.test(character)) return 0.02;
  return /[\u00a0-\u017f\u0370-\u052f←→↑↓]/.test(character) ? 0.04 : 0.08;
};

const known = new WeakMap<DotFont, Map<number, Shapes>>();

/** The shapes of a font of which so many rows from the top are to be seen; worked out once. */
export function shapesOf(font: DotFont, rows: number): Shapes {
  const byRows = known.get(font) ?? new Map<number, Shapes>();
  known.set(font, byRows);
  const found = byRows.get(rows);
  if (found) return found;
  const made = makeShapes(font, rows);
  byRows.set(rows, made);
  return made;
}

function makeShapes(font: DotFont, rows: number): Shapes {
  const all = [...font.glyphs.values()].flatMap(({ code, bitmap, x, y, advance }): Shape[] => {
    const top = font.ascent - y - bitmap.height;
    const drawn = Array.from({ length: bitmap.width }, (_, column) =>
      Array.from({ length: rows }, (_, row) =>
        row >= top && row < top + bitmap.height && bitmap.dots[(row - top) * bitmap.width + column]
          ? "1"
          : "0",
      ).join(""),
    );
    const first = drawn.findIndex((column) => column.includes("1"));
    if (first < 0) return [];
    let last = drawn.length - 1;
    while (!drawn[last]!.includes("1")) last -= 1;
    const character = String.fromCodePoint(code);
    return [
      { character, columns: drawn.slice(first, last + 1), x: x + first, advance, rare: rarityOf(character) },
    ];
  });
  const overlaps = all.some(({ x, columns, advance }) => x < 0 || x + columns.length > advance);
  // Where letters lie over each other every letter has to be tried: of a large font those that are usual.
  const tried = overlaps && all.length > MOST_TRIED ? all.filter(({ rare }) => rare < rarityOf("中")) : all;
  const byFirst = new Map<string, Shape[]>();
  for (const shape of tried) {
    const list = byFirst.get(shape.columns[0]!);
    if (list) list.push(shape);
    else byFirst.set(shape.columns[0]!, [shape]);
  }
  const space = font.glyphs.get(0x20);
  return {
    all: tried,
    byFirst,
    starts: [...new Set(tried.map(({ x }) => x))],
    space:
      space && space.advance > 0
        ? { character: " ", columns: [], x: 0, advance: space.advance, rare: SPACE }
        : undefined,
    widest: Math.max(1, ...tried.map(({ columns }) => columns.length)),
    overlaps,
    back: Math.max(0, ...tried.map(({ x }) => -x)),
  };
}
