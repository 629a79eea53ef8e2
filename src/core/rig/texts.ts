import { joinCells, splitCells } from "../glyph";

/** One text for each cell, as a single digit shows them one after the other. */
export const oneByOne = (text: string): string[] => splitCells(text).map((cell) => joinCells([cell]));

/**
 * The texts of a show on a display with another number of digits: from one digit to several they stay as they are,
 * from several to one each is taken apart.
 */
export function splitTexts(texts: readonly string[], before: number, after: number): readonly string[] {
  if (before === after || after > 1) return texts;
  return texts.flatMap(oneByOne);
}
