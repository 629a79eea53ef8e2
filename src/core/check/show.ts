import { gridOf, type RigModel } from "../address";
import { glyphFit } from "../glyph";
import { showCells, showFrames } from "../show";
import { frameRows } from "../sim";
import { finding, listing, type Finding } from "./finding";

/** Rates of change, in Hz, that can trigger seizures in photosensitive people. */
const FLASHING = [3, 30] as const;

/** What the show asks that the display or the eye cannot take, and what kept code shows wrong. */
export function checkShow(model: RigModel): Finding[] {
  const { rig } = model;
  // Displays of dots show no texts of cells.
  if (gridOf(model)) return checkFaces(model);
  const cells = showCells(rig);
  const frames = showFrames(rig);
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
  if (rig.show.mode === "count" && frames.length > 1 && rate >= FLASHING[0]) {
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
  for (const { text, cells: shown } of frames.filter(({ cut }) => cut)) {
    found.push(
      finding({
        id: `cut-${text}`,
        severity: "caution",
        station: "plan",
        title: `“${text}” is longer than the display`,
        reason: `Only its first ${shown.length} place${shown.length === 1 ? "" : "s"} can be shown.`,
        remedy: "Shorten it, or take a display with more digits.",
      }),
    );
  }
  return [...found, ...checkFaces(model)];
}

/** Faces that do not come out as they were meant: kept code, or a decoder that has no such character. */
function checkFaces(model: RigModel): Finding[] {
  const { kept } = model.rig.code;
  const decoded = model.encoding.decoders.length > 0;
  if (!kept && !decoded && model.encoding.rings.length === 0) return [];
  const rows = frameRows(model);
  const wrong = [...new Set(rows.filter(({ faithful }) => !faithful).map(({ frame }) => `“${frame.text}”`))];
  if (!kept) {
    if (wrong.length === 0) return [];
    return [
      finding({
        id: "not-decoded",
        severity: "caution",
        station: "glyphs",
        title: `${wrong.length} of ${rows.length} texts cannot be shown through the decoder`,
        reason: `A BCD decoder knows the digits 0 to 9 and nothing else: ${listing(wrong.slice(0, 6))} come out wrong.`,
        remedy: "Show numbers only, or drive the segments by a register or lines of their own.",
      }),
    ];
  }
  return [
    finding({
      id: "kept",
      severity: wrong.length > 0 ? "caution" : "note",
      station: "wires",
      title:
        wrong.length > 0
          ? `The code was kept, and ${wrong.length} of ${new Set(rows.map(({ frame }) => frame.text)).size} texts show wrong`
          : "The code was kept as it was",
      reason:
        wrong.length > 0
          ? `What it puts out is for the wires as they were. Wrong on the face: ${listing(wrong)}.`
          : "What it puts out is for the wires as they were, and what the show needs still comes out right.",
      remedy: "Move the wires back, or let the table follow the wires.",
    }),
  ];
}
