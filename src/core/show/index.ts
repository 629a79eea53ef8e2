import { splitCells, type Cell } from "../glyph";
import type { Milliseconds } from "../quantity";
import type { Show } from "../rig";

/** The places a show runs through, in order. */
export const showCells = (show: Show): Cell[] =>
  show.mode === "hold" ? splitCells(show.hold).slice(0, 1) : splitCells(show.list);

/** How long a whole run lasts by the show's own clock; undefined for a show without end. */
export function showLength(show: Show): Milliseconds | undefined {
  if (show.mode === "hold" || show.rounds === 0) return undefined;
  return showCells(show).length * show.interval * show.rounds;
}
