import { choice, form, object, unordered, type Of } from "../document";
import {
  MARKS,
  SEGMENTS,
  inOrder,
  parseSegments,
  type MarkName,
  type PipName,
  type SegmentName,
} from "./segments";

/**
 * How well a segment shape says its character: exactly, by a shape that reads as it in context (the note says
 * how), or not at all.
 */
export type GlyphFit =
  | { readonly fit: "exact"; readonly segments: readonly SegmentName[]; readonly note?: string }
  | { readonly fit: "stand-in"; readonly segments: readonly SegmentName[]; readonly note: string }
  | { readonly fit: "cannot"; readonly note: string };

const TABLE: ReadonlyArray<readonly [glyphs: string, segments: string, standIn?: string]> = [
  ["0", "abcdef"],
  ["1", "bc"],
  ["2", "abdeg"],
  ["3", "abcdg"],
  ["4", "bcfg"],
  ["5", "acdfg"],
  ["6", "acdefg"],
  ["7", "abc"],
  ["8", "abcdefg"],
  ["9", "abcdfg"],
  ["A", "abcefg"],
  ["b", "cdefg"],
  ["C", "adef"],
  ["c", "deg"],
  ["d", "bcdeg"],
  ["E", "adefg"],
  ["F", "aefg"],
  ["G", "acdef"],
  ["H", "bcefg"],
  ["h", "cefg"],
  ["I", "ef"],
  ["i", "c"],
  ["J", "bcde"],
  ["L", "def"],
  ["n", "ceg"],
  ["O", "abcdef"],
  ["o", "cdeg"],
  ["P", "abefg"],
  ["q", "abcfg"],
  ["r", "eg"],
  ["S", "acdfg"],
  ["t", "defg"],
  ["U", "bcdef"],
  ["u", "cde"],
  ["y", "bcdfg"],
  ["Z", "abdeg"],
  ["-", "g"],
  ["_", "d"],
  ["=", "dg"],
  ["°", "abfg"],
  ["'", "f"],
  ['"', "bf"],
  ["[", "adef"],
  ["]", "abcd"],
  ["?", "abeg"],
  ["^", "abf"],
  [" ", ""],
  ["B", "cdefg", "shown as b: a capital would be an 8"],
  ["D", "bcdeg", "shown as d: a capital would be a 0"],
  ["a", "abcdeg", "a round a with its top bar"],
  ["e", "abdefg", "an e closed at the top"],
  ["f", "aefg", "shown as F"],
  ["g", "abcdfg", "shown as 9"],
  ["j", "bcd", "shown as a J without its hook"],
  ["l", "ef", "shown as I"],
  ["N", "ceg", "shown as n"],
  ["p", "abefg", "shown as P"],
  ["Q", "abcfg", "shown as q"],
  ["R", "eg", "shown as r"],
  ["s", "acdfg", "shown as S"],
  ["T", "defg", "shown as t"],
  ["Y", "bcdfg", "shown as y"],
  ["z", "abdeg", "shown as Z"],
  ["K", "acefg", "no diagonals: an H with a roof stands in"],
  ["k", "acefg", "no diagonals: an H with a roof stands in"],
  ["M", "aceg", "no middle leg: an n under a bar stands in"],
  ["m", "aceg", "no middle leg: an n under a bar stands in"],
  ["V", "bcdef", "no diagonals: shown as U"],
  ["v", "cde", "no diagonals: shown as u"],
  ["W", "bdf", "no diagonals: three strokes stand in"],
  ["w", "bdf", "no diagonals: three strokes stand in"],
  ["X", "bcefg", "no diagonals: shown as H"],
  ["x", "bcefg", "no diagonals: shown as H"],
  ["−", "g"],
];

const ALPHABET: ReadonlyMap<string, GlyphFit> = new Map(
  TABLE.map(([glyph, text, note]) => {
    const segments = parseSegments(text)!;
    return [
      glyph,
      note === undefined ? { fit: "exact", segments } : { fit: "stand-in", segments, note },
    ] as const;
  }),
);

/** The glyphs of the built-in alphabet, in the order a table lists them. */
export const GLYPHS: readonly string[] = TABLE.map(([glyph]) => glyph).filter((glyph) => glyph !== "−");

/** The set a counter uses: 0 to 9, then A to F. */
export const HEXADECIMAL = "0123456789AbCdEF";

/** Other accepted shapes for some glyphs, offered where a maker may want them. */
export const VARIANTS: ReadonlyArray<{
  glyph: string;
  segments: readonly SegmentName[];
  name: string;
  /** The segment the usual shape has and this one lacks. */
  tail?: SegmentName;
}> = [
  { glyph: "6", segments: inOrder(["c", "d", "e", "f", "g"]), name: "6 without its top bar", tail: "a" },
  { glyph: "9", segments: inOrder(["a", "b", "c", "f", "g"]), name: "9 without its bottom bar", tail: "d" },
  { glyph: "7", segments: inOrder(["a", "b", "c", "f"]), name: "7 with a left stroke" },
];

/**
 * Whether what is shown is the character: its own shape, or, behind a decoder that has shapes of its own, an accepted
 * variant of it. Elsewhere another shape is a segment too many or too few.
 */
export function showsGlyph(
  glyph: string,
  shown: readonly PipName[],
  wanted: readonly PipName[],
  by: "segments" | "decoder",
): boolean {
  if (shown.join() === wanted.join()) return true;
  if (by === "segments") return false;
  const marks = (names: readonly PipName[]) => names.filter((name) => !SEVEN.has(name)).join();
  const bars = shown.filter((name) => SEVEN.has(name)).join();
  return (
    marks(shown) === marks(wanted) &&
    VARIANTS.some((variant) => variant.glyph === glyph && variant.segments.join() === bars)
  );
}

const SEVEN: ReadonlySet<PipName> = new Set(["a", "b", "c", "d", "e", "f", "g"]);

/** A shape the rig's owner gave a glyph. */
export const GLYPH_OVERRIDE = object({
  glyph: form(/^[^.]$/su, (value, shown) =>
    value === "."
      ? "may not be a full stop: the point belongs to the place before it"
      : `must be one character, not ${shown}`,
  ),
  /** Written in the order of the alphabet. */
  segments: unordered(
    choice(...SEGMENTS),
    8,
    (one, other) => SEGMENTS.indexOf(one) - SEGMENTS.indexOf(other),
  ),
});
export type GlyphOverride = Of<typeof GLYPH_OVERRIDE>;

/**
 * The segments that show a character.
 * @param glyph one character, without point
 * @param overrides the rig's own shapes, which win
 */
export function glyphFit(glyph: string, overrides: readonly GlyphOverride[] = []): GlyphFit {
  const own = overrides.find((override) => override.glyph === glyph);
  if (own) return { fit: "exact", segments: own.segments, note: "your own shape" };
  return (
    ALPHABET.get(glyph) ?? {
      fit: "cannot",
      note: `seven segments cannot show “${glyph}”: give it a shape of your own, or choose another character`,
    }
  );
}

/** One place of the show: a character, with or without its point, and the marks a display may have behind a digit. */
export interface Cell {
  readonly glyph: string;
  readonly point: boolean;
  readonly marks?: readonly MarkName[];
}

/** The character that lights a mark. */
export const MARK_CHARACTERS: Readonly<Record<MarkName, string>> = {
  colon: ":",
  degree: "°",
  lamp: "*",
};

/**
 * Splits a text into cells: a full stop lights the point of the character before it, or stands alone on a blank.
 * "2.35" → 2 with point, 3, 5.
 * @param marks the marks the display has; their characters then belong to the cell before them
 */
export function splitCells(text: string, marks: readonly MarkName[] = []): Cell[] {
  const cells: Cell[] = [];
  let pointTaken = true;
  for (const glyph of text) {
    const last = cells[cells.length - 1];
    const mark = marks.find((name) => MARK_CHARACTERS[name] === glyph);
    if (glyph === ".") {
      if (pointTaken) cells.push({ glyph: " ", point: true });
      else cells[cells.length - 1] = { ...last!, point: true };
      pointTaken = true;
    } else if (mark && last && !last.marks?.includes(mark)) {
      cells[cells.length - 1] = { ...last, marks: [...(last.marks ?? []), mark] };
    } else if (mark) {
      cells.push({ glyph: " ", point: false, marks: [mark] });
      pointTaken = false;
    } else {
      cells.push({ glyph, point: false });
      pointTaken = false;
    }
  }
  return cells;
}

/** The inverse of {@link splitCells}. */
export const joinCells = (cells: readonly Cell[]): string =>
  cells
    .map(
      ({ glyph, point, marks = [] }) =>
        (point && glyph === " " ? " ." : glyph + (point ? "." : "")) +
        marks.map((mark) => MARK_CHARACTERS[mark]).join(""),
    )
    .join("");

/** The LEDs a cell lights, point and marks included; no segments for a glyph that cannot be shown. */
export function cellSegments(cell: Cell, overrides: readonly GlyphOverride[] = []): PipName[] {
  const fit = glyphFit(cell.glyph, overrides);
  const segments: readonly PipName[] = fit.fit === "cannot" ? [] : fit.segments;
  return inOrder([...segments, ...(cell.point ? (["dp"] as const) : []), ...(cell.marks ?? [])]);
}

/**
 * The glyphs a lit pattern reads as, the plainest first.
 * @returns every glyph of the alphabet with exactly that shape, points left aside
 */
export function readSegments(lit: Iterable<PipName>, overrides: readonly GlyphOverride[] = []): string[] {
  const beside: readonly PipName[] = ["dp", ...MARKS];
  const wanted = inOrder(lit)
    .filter((segment) => !beside.includes(segment))
    .join("");
  const own = overrides.map((override) => override.glyph);
  return [...new Set([...GLYPHS, ...own])].filter((glyph) => {
    const fit = glyphFit(glyph, overrides);
    return fit.fit === "exact" && fit.segments.filter((segment) => segment !== "dp").join("") === wanted;
  });
}
