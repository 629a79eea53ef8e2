import { bitmapOf, blankBitmap, dotAt, drawInto, makeBitmap, windowOf, type Bitmap } from "./bitmap";
import { fontOf, readBand, type DotFont } from "./font";
import { NARROW_GLYPHS } from "./fonts/narrow-3x5";
import { ACCENTS, PLAIN_BANDS, SMALL_CAPITALS } from "./fonts/plain-5x7";

const PLAIN_HEIGHT = 8;

/** Letters with accents: the small letter, or the small capital, under its accent. */
const ACCENTED = "ÀÁÂÃÄÅÇÈÉÊËÌÍÎÏÑÒÓÔÕÖÙÚÛÜÝàáâãäåçèéêëìíîïñòóôõöùúûüýÿ";

function accented(plain: ReadonlyMap<string, Bitmap>): Map<string, Bitmap> {
  const capitals = readBand(SMALL_CAPITALS);
  const made = new Map<string, Bitmap>();
  for (const letter of ACCENTED) {
    const [base = "", accent = ""] = letter.normalize("NFD");
    const cell = blankBitmap(5, PLAIN_HEIGHT);
    const small = base === "i" ? plain.get("ı") : plain.get(base);
    if (accent === "̧") {
      // A tail below: the letter keeps its own height.
      drawInto(cell, plain.get(base)!, 0, base === "c" ? -1 : 0);
      const hook = bitmapOf(base === "c" ? ["..#..", ".##.."] : ["..#.."]);
      drawInto(cell, hook, 0, PLAIN_HEIGHT - hook.height);
    } else {
      const under = capitals.get(base);
      if (under) drawInto(cell, under, 0, 2);
      else drawInto(cell, small!, 0, 0);
      drawInto(cell, bitmapOf(ACCENTS[accent]!), 0, 0);
    }
    made.set(letter, cell);
  }
  return made;
}

function plainCells(): Map<string, Bitmap> {
  const cells = new Map<string, Bitmap>([[" ", blankBitmap(5, PLAIN_HEIGHT)]]);
  for (const band of PLAIN_BANDS) for (const [name, cell] of readBand(band)) cells.set(name, cell);
  for (const [name, cell] of accented(cells)) cells.set(name, cell);
  cells.set("\u00a0", cells.get(" ")!);
  cells.set("\u00ad", cells.get("-")!);
  return cells;
}

/** Blank columns at both sides taken off; a space keeps some. */
function trimmed(cell: Bitmap): Bitmap {
  const columns = Array.from({ length: cell.width }, (_, x) => x).filter((x) =>
    Array.from({ length: cell.height }, (_, y) => dotAt(cell, x, y)).includes(1),
  );
  if (columns.length === 0) return windowOf(cell, 0, 0, 3, cell.height);
  const [left, right] = [columns[0]!, columns[columns.length - 1]!];
  return windowOf(cell, left, 0, right - left + 1, cell.height);
}

/** Every stroke one column wider, except where that would close a gap one column wide. */
function bold(cell: Bitmap): Bitmap {
  return makeBitmap(cell.width + 1, cell.height, (x, y) => {
    if (dotAt(cell, x, y)) return 1;
    const closes = dotAt(cell, x + 1, y) === 1 && x + 1 < cell.width;
    return dotAt(cell, x - 1, y) && !closes ? 1 : 0;
  });
}

const mapCells = (cells: ReadonlyMap<string, Bitmap>, change: (cell: Bitmap) => Bitmap) =>
  new Map([...cells].map(([name, cell]) => [name, change(cell)] as const));

const PLAIN = plainCells();

/** The fonts that are always there: our own drawings. */
export const BUILT_IN_FONTS: readonly DotFont[] = [
  fontOf({ id: "plain", name: "Plain, 5 × 7, fixed width", ascent: 7, descent: 1 }, PLAIN, 1),
  fontOf(
    { id: "even", name: "Even, 8 high, proportional", ascent: 7, descent: 1 },
    mapCells(PLAIN, trimmed),
    1,
  ),
  fontOf(
    { id: "strong", name: "Strong, 8 high, proportional", ascent: 7, descent: 1 },
    mapCells(PLAIN, (cell) => bold(trimmed(cell))),
    1,
  ),
  fontOf(
    { id: "narrow", name: "Narrow, 3 × 5, for clocks", ascent: 5, descent: 0 },
    new Map(Object.entries(NARROW_GLYPHS).map(([name, rows]) => [name, bitmapOf(rows.split("/"))] as const)),
    1,
  ),
];

/** A font that is always there by its id; undefined where there is none of that name. */
export const builtInFont = (id: string): DotFont | undefined => BUILT_IN_FONTS.find((font) => font.id === id);
