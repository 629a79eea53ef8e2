/** Half of a column: five holes joined inside, rows a to e above the gap, f to j below it. */
export type Half = "upper" | "lower";
export type Row = "a" | "b" | "c" | "d" | "e" | "f" | "g" | "h" | "i" | "j";
export type Rail = "upper +" | "upper −" | "lower +" | "lower −";

/** A hole of one of the breadboards, which are counted from 0. */
export type Hole = { readonly board: number; readonly column: number } & (
  { readonly row: Row } | { readonly rail: Rail }
);

/** The two sizes makers have. */
export const BOARDS = { 400: 30, 830: 63 } as const;
export type BoardSize = keyof typeof BOARDS;

/** Rails run through from end to end, or are broken in the middle: both are sold. */
export const RAIL_KINDS = ["through", "broken"] as const;
export type RailKind = (typeof RAIL_KINDS)[number];

/** What parts are to be seated on. */
export interface Breadboard {
  readonly size: BoardSize;
  readonly rails: RailKind;
}

/** Millimetres between holes. */
export const PITCH_MM = 2.54;

const UPPER: readonly Row[] = ["a", "b", "c", "d", "e"];
const LOWER: readonly Row[] = ["j", "i", "h", "g", "f"];
export const ROWS: readonly Row[] = ["a", "b", "c", "d", "e", "f", "g", "h", "i", "j"];
export const RAILS: readonly Rail[] = ["upper −", "upper +", "lower +", "lower −"];

/** Rows of a half, the outermost first: where wires are easiest to push in. */
export const rowsOf = (half: Half): readonly Row[] => (half === "upper" ? UPPER : LOWER);

/** On which side of the middle gap a row is: its five holes are one strip, the other side's another. */
export const halfOf = (row: Row): Half => (UPPER.includes(row) ? "upper" : "lower");

/** Rail holes come in groups of five with a gap between: 25 on a small board, 50 on a large one. */
const RAIL_GROUP = 5;
const RAIL_STEP = 6;
const FIRST_RAIL_COLUMN = { 400: 1, 830: 3 } as const;
const RAIL_GROUPS = { 400: 5, 830: 10 } as const;

/** The columns a rail's holes are level with. */
export const railColumns = (size: BoardSize): number[] =>
  Array.from({ length: RAIL_GROUPS[size] }, (_, group) =>
    Array.from({ length: RAIL_GROUP }, (__, at) => FIRST_RAIL_COLUMN[size] + group * RAIL_STEP + at),
  ).flat();

/** The piece of a rail a hole is in: 0, or 1 for the right half of a broken one. */
export const railPiece = ({ size, rails }: Breadboard, column: number): 0 | 1 =>
  rails === "broken" && column > BOARDS[size] / 2 ? 1 : 0;

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

/** Height of a board in pitches, and how far the next one lies below. */
export const BOARD_HEIGHT = 17;
export const BOARD_STEP = BOARD_HEIGHT + 3;

/** Height of a row on the first board, in pitches. */
export const rowHeight = (row: Row): number => HEIGHTS[row];

/** Where a hole is, in pitches. */
export const placeOf = (hole: Hole): { x: number; y: number } => ({
  x: hole.column,
  y: HEIGHTS["rail" in hole ? hole.rail : hole.row] + hole.board * BOARD_STEP,
});

/** A hole as it is printed: "12c", or its rail and the column it is level with; on further boards with their number. */
export const holeName = (hole: Hole): string => {
  const name = "rail" in hole ? `${hole.rail} rail at ${hole.column}` : `${hole.column}${hole.row}`;
  return hole.board === 0 ? name : `board ${hole.board + 1}: ${name}`;
};

/** A hole as it is spoken of: of a rail any hole there serves. */
export const holeWords = (hole: Hole): string => ("rail" in hole ? holeName(hole) : `hole ${holeName(hole)}`);

/** A text that stands for one hole. */
export const holeKey = (hole: Hole): string =>
  `${hole.board} ${"rail" in hole ? hole.rail : hole.row} ${hole.column}`;

/** What is joined inside a board: a half column, or a piece of a rail. */
export const stripOf = (breadboard: Breadboard, hole: Hole): string =>
  "rail" in hole
    ? `${hole.board} ${hole.rail} ${railPiece(breadboard, hole.column)}`
    : `${hole.board} ${halfOf(hole.row)} ${hole.column}`;
