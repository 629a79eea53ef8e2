import type { RigModel } from "../address";
import { glyphFit } from "../glyph";
import { showCells } from "../show";
import { glyphRows } from "../sim";
import { finding, listing, type Finding } from "./finding";

/** Rates of change, in Hz, that can trigger seizures in photosensitive people. */
const FLASHING = [3, 30] as const;

/** What the show asks that the display or the eye cannot take, and what kept code shows wrong. */
export function checkShow(model: RigModel): Finding[] {
  const { rig } = model;
  const cells = showCells(rig.show);
  const glyphs = [...new Set(cells.map(({ glyph }) => glyph))];
  const found: Finding[] = [];
  for (const glyph of glyphs) {
    const fit = glyphFit(glyph, rig.glyphs);
    if (fit.fit === "exact") continue;
    found.push(
      finding({
        id: `glyph-${glyph}`,
        severity: fit.fit === "cannot" ? "caution" : "note",
        station: "glyphs",
        title:
          fit.fit === "cannot" ? `“${glyph}” cannot be shown and stays blank` : `“${glyph}” has a stand-in`,
        reason: `${fit.note.charAt(0).toUpperCase()}${fit.note.slice(1)}.`,
        remedy: "Give it a shape of your own on the Glyphs station, or take it out of the list.",
      }),
    );
  }
  const rate = 1000 / rig.show.interval;
  if (rig.show.mode === "count" && cells.length > 1 && rate >= FLASHING[0]) {
    const flashing = rate <= FLASHING[1];
    found.push(
      finding({
        id: "pace",
        severity: "caution",
        station: "plan",
        title: `${Number(rate.toPrecision(3))} changes a second`,
        reason: flashing
          ? "Nobody reads that fast, and flashing between 3 and 30 Hz can trigger seizures in photosensitive people."
          : "Nobody reads that fast: the characters run into an 8.",
        remedy: "Take an interval of 400 ms or more.",
      }),
    );
  }
  const { kept } = rig.code;
  if (kept) {
    const rows = glyphRows(model, cells);
    const wrong = rows.filter(({ faithful }) => !faithful).map(({ cell }) => `“${cell.glyph}”`);
    found.push(
      finding({
        id: "kept",
        severity: wrong.length > 0 ? "caution" : "note",
        station: "wires",
        title:
          wrong.length > 0
            ? `The code was kept, and ${new Set(wrong).size} of ${glyphs.length} characters show wrong`
            : "The code was kept as it was",
        reason:
          wrong.length > 0
            ? `Its bytes are for the wires as they were. Wrong on the face: ${listing([...new Set(wrong)])}.`
            : "Its bytes are for the wires as they were, and what the show needs still comes out right.",
        remedy: "Move the wires back, or let the table follow the wires.",
      }),
    );
  }
  return found;
}
