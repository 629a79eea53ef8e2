import { bitmapOf, blankBitmap, type Bitmap } from "./bitmap";

/** One character of a font. */
export interface DotGlyph {
  readonly code: number;
  /** The dots it has, without anything blank a font keeps around them. */
  readonly bitmap: Bitmap;
  /** Columns from the pen to its left edge. */
  readonly x: number;
  /** Rows from the baseline up to its lower edge; below it where negative. */
  readonly y: number;
  /** Columns the pen moves on. */
  readonly advance: number;
}

export interface DotFont {
  readonly id: string;
  readonly name: string;
  /** Rows above the baseline. */
  readonly ascent: number;
  /** Rows below it. */
  readonly descent: number;
  readonly glyphs: ReadonlyMap<number, DotGlyph>;
  /** A line about where it comes from and who may use it, where its file says so. */
  readonly copyright?: string;
}

/** Rows from the top of the highest letter to the foot of the lowest, in dots (BDF: FONT_ASCENT + FONT_DESCENT). */
export const fontHeight = ({ ascent, descent }: Pick<DotFont, "ascent" | "descent">): number =>
  ascent + descent;

/** The characters of a font in the order of their codes. */
export const glyphsInOrder = (font: DotFont): DotGlyph[] =>
  [...font.glyphs.values()].sort((one, other) => one.code - other.code);

/** The character's own drawing; undefined where the font lacks it. */
export const glyphOf = (font: DotFont, character: string): DotGlyph | undefined =>
  font.glyphs.get(character.codePointAt(0)!);

/** A character in its cell: as wide as its advance, as high as the font. */
export function glyphCell(font: DotFont, glyph: DotGlyph): Bitmap {
  const width = Math.max(1, glyph.advance, glyph.x + glyph.bitmap.width);
  const cell = blankBitmap(width, fontHeight(font));
  const top = font.ascent - glyph.y - glyph.bitmap.height;
  for (let y = 0; y < glyph.bitmap.height; y += 1)
    for (let x = 0; x < glyph.bitmap.width; x += 1) {
      const [column, row] = [x + glyph.x, y + top];
      if (glyph.bitmap.dots[y * glyph.bitmap.width + x] && row >= 0 && row < cell.height && column >= 0)
        cell.dots[row * width + column] = 1;
    }
  return cell;
}

/**
 * A glyph from a drawn cell: what is blank around it is kept as its place and its advance.
 * @param spacing columns between this character and the next
 */
export function glyphFrom(code: number, cell: Bitmap, ascent: number, spacing: number): DotGlyph {
  const rows = Array.from({ length: cell.height }, (_, y) => y).filter((y) =>
    cell.dots.subarray(y * cell.width, (y + 1) * cell.width).some((dot) => dot === 1),
  );
  const columns = Array.from({ length: cell.width }, (_, x) => x).filter((x) =>
    Array.from({ length: cell.height }, (_, y) => cell.dots[y * cell.width + x]).includes(1),
  );
  const advance = cell.width + spacing;
  if (rows.length === 0) return { code, bitmap: blankBitmap(0, 0), x: 0, y: 0, advance };
  const [top, bottom] = [rows[0]!, rows[rows.length - 1]!];
  const [left, right] = [columns[0]!, columns[columns.length - 1]!];
  const bitmap = blankBitmap(right - left + 1, bottom - top + 1);
  for (let y = top; y <= bottom; y += 1)
    for (let x = left; x <= right; x += 1)
      bitmap.dots[(y - top) * bitmap.width + x - left] = cell.dots[y * cell.width + x]!;
  return { code, bitmap, x: left, y: ascent - bottom - 1, advance };
}

/** A font from drawn cells, all of one height. */
export function fontOf(
  about: Pick<DotFont, "id" | "name" | "ascent" | "descent">,
  cells: ReadonlyMap<string, Bitmap>,
  spacing: number,
): DotFont {
  const glyphs = new Map(
    [...cells].map(([character, cell]) => {
      const code = character.codePointAt(0)!;
      return [code, glyphFrom(code, cell, about.ascent, spacing)] as const;
    }),
  );
  return { ...about, glyphs };
}

/** The font with one character drawn anew, or taken out. */
export function withGlyph(font: DotFont, code: number, glyph: DotGlyph | undefined): DotFont {
  const glyphs = new Map(font.glyphs);
  if (glyph) glyphs.set(code, glyph);
  else glyphs.delete(code);
  return { ...font, glyphs };
}

/** Reads a band of characters drawn side by side: the first line names them, the others draw them. */
export function readBand(band: string): Map<string, Bitmap> {
  const [names = "", ...rows] = band.split("\n").filter((line) => line.trim() !== "");
  const drawn = rows.map((row) => row.trim().split(" "));
  return new Map(
    names
      .trim()
      .split(" ")
      .map((name, at) => [name, bitmapOf(drawn.map((row) => row[at] ?? ""))] as const),
  );
}
