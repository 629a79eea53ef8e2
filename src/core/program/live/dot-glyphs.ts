import { glyphOf, standInFor, type DotFont } from "../../dots";
import type { Width } from "../language";

/** A character's columns, the top dot of the display's own rows lowest, with the space the font keeps behind it. */
export function columnsOf(font: DotFont, character: string, top: number, height: number): number[] {
  const glyph = glyphOf(font, character) ?? glyphOf(font, standInFor(font, character) ?? "?");
  if (!glyph) return [];
  const { bitmap } = glyph;
  const left = Math.max(0, glyph.x);
  const upper = font.ascent - glyph.y - bitmap.height + Math.min(0, top);
  const size = Math.max(glyph.advance, left + bitmap.width);
  return Array.from({ length: size }, (_, column) => {
    let bits = 0;
    for (let row = 0; row < bitmap.height; row += 1) {
      const at = upper + row;
      const inside =
        column >= left && column < left + bitmap.width && at >= 0 && at + Math.max(0, top) < height;
      if (inside && bitmap.dots[row * bitmap.width + column - left]) bits += 2 ** at;
    }
    return bits;
  });
}

export const columnWidth = (cells: ReadonlyArray<readonly number[]>): Width => {
  const most = Math.max(0, ...cells.flat());
  return most < 256 ? "u8" : most < 65_536 ? "u16" : "u32";
};

export const startsOf = (cells: ReadonlyArray<readonly number[]>): number[] =>
  cells.reduce<number[]>((starts, own) => [...starts, starts.at(-1)! + own.length], [0]);

/** Blank columns the font keeps behind every character: the last one of a line has none of it. */
export const spaceBehind = (cells: ReadonlyArray<readonly number[]>): number =>
  cells
    .filter((own) => own.some((bits) => bits > 0))
    .reduce(
      (least, own) =>
        Math.min(
          least,
          [...own].reverse().findIndex((bits) => bits > 0),
        ),
      8,
    ) % 8;
