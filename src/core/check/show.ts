import { gridOf, type RigModel } from "../address";
import { glyphFit } from "../glyph";
import { reactingOf } from "../rig";
import { showCells, showFrames } from "../show";
import { finding, type Finding } from "./finding";

/** Rates of change, in Hz, that can trigger seizures in photosensitive people. */
const FLASHING = [3, 30] as const;

/** What the show asks that the display or the eye cannot take. */
export function checkShow(model: RigModel): Finding[] {
  const { rig } = model;
  // Displays of dots show no texts of cells.
  if (gridOf(model)) return [];
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
        topic: "shapes",
        title:
          fit.fit === "cannot" ? `“${glyph}” cannot be shown and stays blank` : `“${glyph}” has a stand-in`,
        reason: `${fit.note.charAt(0).toUpperCase()}${fit.note.slice(1)}.`,
        remedy: "Give it a shape of your own on the Glyphs topic, or take it out of the list.",
      }),
    );
  }
  const rate = 1000 / rig.show.interval;
  if (!reactingOf(rig) && rig.show.mode === "count" && frames.length > 1 && rate >= FLASHING[0]) {
    const flashing = rate <= FLASHING[1];
    found.push(
      finding({
        id: "pace",
        severity: "caution",
        topic: "plan",
        title: `${Number(rate.toPrecision(3))} changes a second`,
        reason: flashing
          ? "Too fast to read, and flashing between 3 and 30 Hz can trigger seizures in photosensitive people."
          : "Too fast to read: the characters run into an 8.",
        remedy: "Take an interval of 400 ms or more.",
      }),
    );
  }
  for (const { text, cells: shown } of frames.filter(({ cut }) => cut)) {
    found.push(
      finding({
        id: `cut-${text}`,
        severity: "caution",
        topic: reactingOf(rig) ? "show" : "plan",
        title: `“${text}” is longer than the display`,
        reason: `Only its first ${shown.length} place${shown.length === 1 ? "" : "s"} can be shown.`,
        remedy: "Shorten it, or take a display with more digits.",
      }),
    );
  }
  return found;
}
