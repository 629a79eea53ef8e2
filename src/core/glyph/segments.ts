/** Segments: `a` at the top, then clockwise to `f`, `g` in the middle, `dp` the point. */
export const SEGMENTS = ["a", "b", "c", "d", "e", "f", "g", "dp"] as const;
export type SegmentName = (typeof SEGMENTS)[number];

/** Other marks a display may have beside its digits: they belong to the digit they stand behind. */
export const MARKS = ["colon", "degree", "lamp"] as const;
export type MarkName = (typeof MARKS)[number];
/** A dot of a matrix: its column in its row, from 1. A row of a matrix is what a digit is elsewhere. */
export type DotName = `c${number}`;
/** Most columns a matrix has. */
export const MOST_COLUMNS = 16;
export const DOTS: readonly DotName[] = Array.from(
  { length: MOST_COLUMNS },
  (_, at): DotName => `c${at + 1}`,
);
/** Anything of a digit that is one LED. */
export type PipName = SegmentName | MarkName | DotName;
export const PIP_NAMES: readonly PipName[] = [...SEGMENTS, ...MARKS, ...DOTS];

/** Whether a name is that of a column of dots: c1, c2 … from the left. */
export const isDot = (name: string): name is DotName => /^c\d+$/.test(name);

/** The column of a dot, from 1. */
export const columnOf = (name: DotName): number => Number(name.slice(1));

/** The output, named as those of a segment driver are, that serves an LED: the first is a, whatever hangs on it. */
export const outputName = (name: PipName): SegmentName | undefined =>
  isDot(name) ? SEGMENTS[(columnOf(name) - 1) % 8] : isSegment(name) ? name : undefined;

/** Whether a text is one of a to g or dp. */
export const isSegment = (text: string): text is SegmentName =>
  (SEGMENTS as readonly string[]).includes(text);

/**
 * Reads a segment list such as "abged" or "bc dp"; order does not matter.
 * @returns the segments in the standard order, or undefined where something else is in the text
 */
export function parseSegments(text: string): SegmentName[] | undefined {
  const found = new Set<SegmentName>();
  const rest = text.toLowerCase().replace(/dp/g, () => (found.add("dp"), ""));
  for (const letter of rest.replace(/[\s,·]+/g, "")) {
    if (letter === "p" || !isSegment(letter)) return undefined;
    found.add(letter);
  }
  return inOrder(found);
}

/** The LEDs of a set in the standard order: segments, then marks. */
export const inOrder = <Name extends PipName>(segments: Iterable<Name>): Name[] => {
  const set = new Set<PipName>(segments);
  return PIP_NAMES.filter((segment): segment is Name => set.has(segment));
};

/** Writes a set of segments as one word, "abcdp" style; the inverse of {@link parseSegments}. */
export const writeSegments = (segments: Iterable<PipName>): string => inOrder(segments).join("");

export type Direction = "up" | "down" | "left" | "right";

const NEIGHBOURS: Readonly<Record<SegmentName, Partial<Record<Direction, SegmentName>>>> = {
  a: { left: "f", right: "b", down: "g" },
  b: { up: "a", left: "f", down: "c" },
  c: { up: "b", left: "e", right: "dp", down: "d" },
  d: { up: "g", left: "e", right: "dp" },
  e: { up: "f", right: "c", down: "d" },
  f: { up: "a", right: "b", down: "e" },
  g: { up: "a", left: "f", right: "b", down: "d" },
  dp: { up: "c", left: "d" },
};

/** The segment one meets going that way on the digit, or undefined at its edge. */
export const segmentBeside = (segment: SegmentName, way: Direction): SegmentName | undefined =>
  NEIGHBOURS[segment][way];
