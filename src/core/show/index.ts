import { findPart, isDisplay } from "../parts";
import {
  MARKS,
  inOrder,
  joinCells,
  readSegments,
  splitCells,
  type Cell,
  type MarkName,
  type PipName,
} from "../glyph";
import { LIMITS, besideRound, leastCommon, ownUnits, partOf, reactingOf, type Rig, type Show } from "../rig";
import type { Milliseconds } from "../quantity";
import type { Frame } from "./frame";
import { liveFaces } from "./live-faces";

export type { Frame } from "./frame";
export { sceneTitle, titleOf } from "./scene-title";
export { linePieces, scenesOf, signText, type LinePiece } from "./live-scenes";
export { lineSize } from "./line-size";
export { MOST_SIGN_FRAMES, signRun, type SignFrame } from "./sign-frames";

const BLANK: Cell = { glyph: " ", point: false };

/** The marks the rig's displays have beside their digits. */
export function marksOf(rig: Pick<Rig, "units" | "beside">): MarkName[] {
  const names = new Set<PipName>(
    ownUnits(rig).flatMap((unit) => {
      const part = partOf(unit);
      return isDisplay(part) ? part.leds.map(({ segment }) => segment) : [];
    }),
  );
  return MARKS.filter((mark) => names.has(mark));
}

/** How many digits the rig's displays have together. */
export const digitsIn = (rig: Pick<Rig, "units" | "beside">): number =>
  ownUnits(rig).reduce((sum, unit) => {
    const part = partOf(unit);
    return sum + (isDisplay(part) ? part.digits : 0);
  }, 0);

/** Zeros that stand before a digit, from the left, are left dark. */
function withoutLeadingZeros(cells: readonly Cell[]): Cell[] {
  const result = [...cells];
  for (let at = 0; at + 1 < result.length; at += 1) {
    const cell = result[at]!;
    if (cell.glyph === " " || cell.glyph === "-") continue;
    if (cell.glyph !== "0" || cell.point || !/\d/.test(result[at + 1]!.glyph)) break;
    result[at] = { ...cell, glyph: " " };
  }
  return result;
}

/** Fits a text to the display: aligned, padded with blanks, cut where it is too long. */
export function fitText(
  text: string,
  digits: number,
  { align, leadingZeros }: Pick<Show, "align" | "leadingZeros">,
  marks: readonly MarkName[] = [],
): Frame {
  const all = splitCells(text, marks);
  const kept = all.slice(0, digits);
  const shown = leadingZeros === "blank" ? withoutLeadingZeros(kept) : kept;
  const padding = Array<Cell>(digits - shown.length).fill(BLANK);
  return {
    text,
    cells: align === "right" ? [...padding, ...shown] : [...shown, ...padding],
    cut: all.length > digits,
  };
}

/** The faces a show runs through, in order. */
export function showFrames(rig: Pick<Rig, "units" | "show" | "beside" | "live" | "plan">): Frame[] {
  const { show } = rig;
  const live = reactingOf(rig);
  const marks = marksOf(rig);
  const digits = Math.max(1, digitsIn(rig));
  if (live) return liveFaces(live, digits, show, marks);
  const texts = show.mode === "hold" ? [show.hold] : show.texts;
  const faces = texts.map((text) => fitText(text, digits, show, marks));
  const round = besideRound(rig);
  if (round === 1) return faces;
  // Two displays that run through lists of their own are back at the start together after so many faces.
  const whole = Math.min(LIMITS.texts, leastCommon(faces.length, round));
  return Array.from({ length: whole }, (_, nth) => ({ ...faces[nth % faces.length]!, nth }));
}

/** All cells a show lights, for looking at its characters. */
export const showCells = (rig: Pick<Rig, "units" | "show" | "beside" | "live" | "plan">): Cell[] => {
  const { show } = rig;
  const live = reactingOf(rig);
  const marks = marksOf(rig);
  if (live) return showFrames(rig).flatMap(({ cells }) => cells);
  return (show.mode === "hold" ? [show.hold] : show.texts).flatMap((text) => splitCells(text, marks));
};

/** How long a whole run lasts by the show's own clock; undefined for a show without end. */
export function showLength(show: Show): Milliseconds | undefined {
  if (show.mode === "hold" || show.rounds === 0) return undefined;
  return show.texts.length * show.interval * show.rounds;
}

/**
 * The text that reads on a face, from the LEDs lit on each digit; "�" where a digit shows no character.
 * @param digits the lit LEDs of each digit, in reading order
 */
export function readFace(
  digits: ReadonlyArray<readonly PipName[]>,
  rig: Pick<Rig, "glyphs" | "units">,
): string {
  const numerals = decoderNumerals(rig);
  return joinCells(
    digits.map((lit): Cell => ({
      glyph: numerals.get(barsOf(lit)) ?? readSegments(lit, rig.glyphs)[0] ?? "�",
      point: lit.includes("dp"),
      marks: MARKS.filter((mark) => lit.includes(mark)),
    })),
  );
}

const barsOf = (lit: readonly PipName[]): string =>
  inOrder(lit.filter((name) => name !== "dp" && !MARKS.some((mark) => mark === name))).join();

/** The shapes a BCD decoder of the rig gives the numerals: behind one, a 6 without its top bar is a 6 and no b. */
function decoderNumerals({ units }: Pick<Rig, "units">): ReadonlyMap<string, string> {
  const decoder = units.map(({ part }) => findPart(part)).find((part) => part?.kind === "segment-decoder");
  if (decoder?.kind !== "segment-decoder") return new Map();
  return new Map(
    decoder.table.slice(0, 10).map((segments, code) => [inOrder(segments).join(), String(code)]),
  );
}
export { layTemplate, partsOf, templatePieces, templateProblem, type Field, type Laid } from "./template";
export { rangeOf } from "./value-range";
