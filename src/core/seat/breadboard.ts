/** Half of a column: five holes joined inside, rows a to e above the gap, f to j below it. */
export type Half = "upper" | "lower";
export type Row = "a" | "b" | "c" | "d" | "e" | "f" | "g" | "h" | "i" | "j";
export type Rail = "upper +" | "upper −" | "lower +" | "lower −";

export type Hole =
  { readonly row: Row; readonly column: number } | { readonly rail: Rail; readonly column: number };

/** The two sizes makers have. */
export const BOARDS = { 400: 30, 830: 63 } as const;
export type BoardSize = keyof typeof BOARDS;

/** Millimetres between holes. */
export const PITCH_MM = 2.54;

const UPPER: readonly Row[] = ["a", "b", "c", "d", "e"];
const LOWER: readonly Row[] = ["j", "i", "h", "g", "f"];

/** Rows of a half, the outermost first: where wires are easiest to push in. */
export const rowsOf = (half: Half): readonly Row[] => (half === "upper" ? UPPER : LOWER);

export const halfOf = (row: Row): Half => (UPPER.includes(row) ? "upper" : "lower");

/** Height of rows and rails in pitches from the upper − rail downwards; the gap between e and f is two wide. */
const HEIGHTS: Readonly<Record<Row | Rail, number>> = {
  "upper −": 0,
  "upper +": 1,
  a: 3,
  b: 4,
  c: 5,
  d: 6,
  e: 7,
  f: 10,
  g: 11,
  h: 12,
  i: 13,
  j: 14,
  "lower +": 16,
  "lower −": 17,
};

/** Height of a board in pitches. */
export const BOARD_HEIGHT = 17;

/** Where a hole is, in pitches. */
export const placeOf = (hole: Hole): { x: number; y: number } => ({
  x: hole.column,
  y: HEIGHTS["rail" in hole ? hole.rail : hole.row],
});

/** A hole as it is printed: "12c", or its rail and the column it is level with. */
export const holeName = (hole: Hole): string =>
  "rail" in hole ? `${hole.rail} rail at ${hole.column}` : `${hole.column}${hole.row}`;

/** What is joined inside the board: a half column, or a whole rail. */
export const stripOf = (hole: Hole): string =>
  "rail" in hole ? hole.rail : `${hole.column} ${halfOf(hole.row)}`;
