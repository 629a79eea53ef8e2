import {
  SEGMENTS,
  VARIANTS,
  cellSegments,
  inOrder,
  splitCells,
  type PipName,
  type SegmentName,
} from "../glyph";
import { matrixSize, type Plan, type Rig } from "../rig";
import { probesOf, type Probe, type Seen } from "./probes";

/** One face of a capture: what it lights by the plan as it is believed, digit by digit, and what was read on the table. */
export interface Sight {
  readonly by: ReadonlyArray<readonly PipName[]>;
  readonly read: string;
}

export type Answers =
  { readonly ok: true; readonly seen: readonly Seen[] } | { readonly ok: false; readonly message: string };

/** A square of what is lit: what an eye saw, with places that may be either way. */
interface Square {
  readonly lit: readonly (readonly boolean[])[];
  readonly either: readonly (readonly boolean[])[];
}

const MOST_DIGITS = 8;

/** Segments that some draw a numeral with and some without: nobody can tell from the text which it was. */
const eitherOf = (glyph: string): readonly SegmentName[] =>
  VARIANTS.filter((variant) => variant.glyph === glyph).flatMap(({ segments, tail }) => [
    ...(tail ? [tail] : []),
    ...(glyph === "7" ? segments.filter((segment) => segment === "f") : []),
  ]);

/** What a text shows on so many digits, as rows of segments. */
function squareOf(read: string, digits: number, rig: Pick<Rig, "glyphs">): Square {
  const cells = splitCells(read, ["colon", "degree"]);
  const rows = Array.from({ length: digits }, (_, at) => cells[at]);
  return {
    lit: rows.map((cell) => {
      const names = new Set<PipName>(cell ? cellSegments(cell, rig.glyphs) : []);
      return SEGMENTS.map((segment) => names.has(segment));
    }),
    either: rows.map((cell) => {
      const free = new Set(cell ? eitherOf(cell.glyph) : []);
      return SEGMENTS.map((segment) => free.has(segment));
    }),
  };
}

const turned = (rows: readonly (readonly boolean[])[]): boolean[][] =>
  SEGMENTS.map((_, column) => Array.from({ length: MOST_DIGITS }, (__, row) => rows[row]?.[column] ?? false));

/** Which row of the one is which of the other, and the same for columns; several where they cannot be told apart. */
interface Order {
  readonly rows: readonly number[];
  readonly columns: readonly number[];
}

/**
 * Every order of rows and columns that makes of what the plan lights what was seen, on all faces at once: rows are dealt
 * out one by one, and each leaves fewer columns for every column to be.
 */
function ordersOf(
  by: readonly (readonly (readonly boolean[])[])[],
  seen: readonly Square[],
  rowCount: number,
  columnCount: number,
  most: number,
): Order[] {
  const found: Order[] = [];
  const fits = (row: number, as: number, column: number, is: number): boolean =>
    by.every((face, at) => {
      const { lit, either } = seen[at]!;
      return (either[as]?.[is] ?? false) || (face[row]?.[column] ?? false) === (lit[as]?.[is] ?? false);
    });
  const deal = (rows: number[], open: ReadonlyArray<ReadonlySet<number>>): void => {
    if (found.length >= most || open.some((columns) => columns.size === 0)) return;
    if (rows.length === rowCount) {
      for (const columns of matchings(open, most - found.length)) found.push({ rows: [...rows], columns });
      return;
    }
    const row = rows.length;
    for (let as = 0; as < rowCount; as += 1) {
      if (rows.includes(as)) continue;
      const left = open.map(
        (columns, column) => new Set([...columns].filter((is) => fits(row, as, column, is))),
      );
      deal([...rows, as], left);
    }
  };
  const all = new Set(Array.from({ length: columnCount }, (_, at) => at));
  deal(
    [],
    Array.from({ length: columnCount }, () => all),
  );
  return found;
}

/** Ways to give each column one of those it can be, no two the same; at most so many. */
function matchings(open: ReadonlyArray<ReadonlySet<number>>, most: number): number[][] {
  const found: number[][] = [];
  const give = (columns: number[]): void => {
    if (found.length >= most) return;
    if (columns.length === open.length) {
      found.push(columns);
      return;
    }
    for (const is of open[columns.length]!) if (!columns.includes(is)) give([...columns, is]);
  };
  give([]);
  return found;
}

/** Orders that are looked at before it is said that the faces tell too little. */
const MOST_ORDERS = 200;

/**
 * What would have been seen output by output, worked out from faces of a capture and what was read on the table while they
 * stood: the order of digits and segments that explains all of them.
 * @param plan of digits, as the rig believes it is
 */
export function answersFrom(rig: Pick<Rig, "glyphs">, plan: Plan, sights: readonly Sight[]): Answers {
  if (matrixSize(plan)) return { ok: false, message: "Dots are found out on Frames, from a picture." };
  if (sights.length === 0)
    return { ok: false, message: "Say of one face at least what you read on the display." };
  const digits = Math.min(MOST_DIGITS, sights[0]!.by.length);
  const by = sights.map((sight) =>
    Array.from({ length: digits }, (_, at) => {
      const lit = new Set(sight.by[at]);
      return SEGMENTS.map((segment) => lit.has(segment));
    }),
  );
  const seen = sights.map(({ read }) => squareOf(read, digits, rig));
  // Points are looked at apart: their legs may light other marks.
  const straight = ordersOf(by, seen, digits, SEGMENTS.length - 1, MOST_ORDERS);
  if (straight.length > 0) {
    const { order, doubt } = agreed(straight);
    if (straight.length === MOST_ORDERS) return MUCH_OPEN;
    if (doubt) return tooLittle(doubt, digits);
    return { ok: true, seen: probesOf(plan).map((probe) => seenStraight(probe, order, by, sights)) };
  }
  const across = seen.map(({ lit, either }): Square => ({ lit: turned(lit), either: turned(either) }));
  const crossed = ordersOf(by, across, MOST_DIGITS, MOST_DIGITS, MOST_ORDERS);
  if (crossed.length === 0)
    return {
      ok: false,
      message:
        "No order of digits and segments explains all of it: look at what you typed again, one face at a time.",
    };
  const { order, doubt } = agreed(crossed);
  if (crossed.length === MOST_ORDERS) return MUCH_OPEN;
  if (doubt) return tooLittle(doubt, MOST_DIGITS);
  return {
    ok: true,
    seen: probesOf(plan).map(({ digit, segment }): Seen => {
      const [row, column] = [order.rows[digit - 1], order.columns[SEGMENTS.indexOf(segment as SegmentName)]];
      return row === undefined || column === undefined
        ? "nothing"
        : { digit: column + 1, segment: SEGMENTS[row]! };
    }),
  };
}

/** What all orders say alike; and how many digits or segments they differ on. */
function agreed(orders: readonly Order[]): { readonly order: Order; readonly doubt: Order | undefined } {
  const [first] = orders as [Order, ...Order[]];
  const differ = (of: (order: Order) => readonly number[]) =>
    of(first).flatMap((value, at) => (orders.every((other) => of(other)[at] === value) ? [] : [at]));
  const rows = differ((order) => order.rows);
  const columns = differ((order) => order.columns);
  return { order: first, doubt: rows.length + columns.length > 0 ? { rows, columns } : undefined };
}

const MUCH_OPEN: Answers = {
  ok: false,
  message:
    "That leaves nearly everything open: say of another face what you read, one with different characters (12345678 tells much, 8888 nothing).",
};

function tooLittle({ rows, columns }: Order, digits: number): Answers {
  const parts = [
    ...(columns.length > 0 ? [`segments ${inOrder(columns.map((at) => SEGMENTS[at]!)).join(", ")}`] : []),
    ...(rows.length > 0 && digits > 1 ? [`digits ${rows.map((at) => at + 1).join(", ")}`] : []),
  ];
  return {
    ok: false,
    message: `That leaves ${parts.join(" and ")} open: say of another face what you read, one on which they differ (12345678 tells much, 8888 nothing).`,
  };
}

/** What is seen of one output where digits are on the legs for digits; of points what a text showed there. */
function seenStraight(
  { digit, segment }: Probe,
  { rows, columns }: Order,
  by: ReadonlyArray<readonly (readonly boolean[])[]>,
  sights: readonly Sight[],
): Seen {
  const at = rows[digit - 1]!;
  if (segment !== "dp")
    return { digit: at + 1, segment: SEGMENTS[columns[SEGMENTS.indexOf(segment as SegmentName)]!]! };
  const point = SEGMENTS.indexOf("dp");
  const lit = sights.filter((_, face) => by[face]![digit - 1]![point]);
  // Never lit in the capture: it is taken for what it was.
  if (lit.length === 0) return { digit: at + 1, segment: "dp" };
  const marks = lit.map(({ read }) => splitCells(read, ["colon", "degree"])[at]);
  if (marks.every((cell) => cell?.point)) return { digit: at + 1, segment: "dp" };
  const mark = (["colon", "degree"] as const).find((name) =>
    marks.every((cell) => cell?.marks?.includes(name)),
  );
  return mark ? { digit: at + 1, segment: mark } : "nothing";
}
