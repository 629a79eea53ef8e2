import type { Bitmap } from "./bitmap";

/** Neighbouring lit columns of a row, first and last from 1. */
function runsOf({ width, dots }: Bitmap, row: number): Array<readonly [number, number]> {
  const runs: Array<[number, number]> = [];
  for (let x = 0; x < width; x += 1) {
    if (dots[row * width + x] !== 1) continue;
    const open = runs.at(-1);
    if (open?.[1] === x) open[1] = x + 1;
    else runs.push([x + 1, x + 1]);
  }
  return runs;
}

/** A row of a picture as one says it, columns from 1: `1, 4 to 6 lit`, or `dark`. */
export function sayRow(bitmap: Bitmap, row: number): string {
  const runs = runsOf(bitmap, row);
  if (runs.length === 0) return "dark";
  return `${runs.map(([from, to]) => (from === to ? String(from) : `${from} to ${to}`)).join(", ")} lit`;
}

/** A dot and its row as one says them, for those who do not see the picture. @param dot its place, row by row from 0 */
export function sayDot(bitmap: Bitmap, dot: number): string {
  const row = Math.floor(dot / bitmap.width);
  const state = bitmap.dots[dot] === 1 ? "lit" : "dark";
  return `Row ${row + 1}, column ${(dot % bitmap.width) + 1}: ${state}. Of this row ${sayRow(bitmap, row)}.`;
}
