import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../level";
import { formatNanoseconds, type Nanoseconds } from "../quantity";
import {
  isUnit,
  momentIn,
  numberIn,
  samplePeriodIn,
  styleOf,
  unitInHead,
  type NumberStyle,
} from "./csv-numbers";

/** How a table of levels is laid out. */
export interface TableLayout {
  /** Rows above the first row of levels. */
  readonly skip: number;
  readonly width: number;
  /** Columns with levels, and their names. */
  readonly columns: readonly number[];
  readonly names: readonly string[];
  /** Where the time stands; without a column every row is so much later. */
  readonly time:
    | { readonly column: number; readonly scale: number }
    | { readonly column: number | undefined; readonly period: Nanoseconds };
  /** How times are written, and voltages. */
  readonly style: NumberStyle;
  readonly levelStyle: NumberStyle;
  /** What was taken for granted, in words. */
  readonly assumed: readonly string[];
}

/** Volts from which a line counts as high, where volts are given. */
const HIGH_VOLTS = 1.5;
/** Time between samples where nothing tells it, in ns. */
const ASSUMED_PERIOD: Nanoseconds = 1000;
/** Rows of levels that are looked at to tell what the columns are. */
const LOOKED_AT = 200;

const LEVELS: Readonly<Record<string, Level>> = {
  "0": LOW,
  l: LOW,
  low: LOW,
  false: LOW,
  "1": HIGH,
  h: HIGH,
  high: HIGH,
  true: HIGH,
  x: UNKNOWN,
  "": UNKNOWN,
  z: OPEN,
};

/** A level as tables write it: a digit, a letter, a word, or volts. */
export function levelIn(text: string, style: NumberStyle): Level | undefined {
  const word = text.trim().toLowerCase();
  if (Object.hasOwn(LEVELS, word)) return LEVELS[word];
  const volts = numberIn(word.replace(/\s*m?v$/, ""), style);
  if (volts === undefined) return undefined;
  return volts * (/mv$/.test(word) ? 1e-3 : 1) >= HIGH_VOLTS ? HIGH : LOW;
}

const ANY_STYLE: NumberStyle = { decimal: "." };
const isLevel = (cell: string): boolean => Object.hasOwn(LEVELS, cell.trim().toLowerCase());
const isData = (cell: string): boolean =>
  isLevel(cell) || momentIn(cell, ANY_STYLE) !== undefined || levelIn(cell, ANY_STYLE) !== undefined;
const isDataRow = (row: readonly string[]): boolean =>
  row.some((cell) => cell.trim() !== "") &&
  row.filter(isData).length >= Math.max(1, row.length - 1) &&
  isData(row[0]!);

/** Whether a row is a remark and no row of the table. */
export const isComment = (row: readonly string[]): boolean => /^\s*(#|;|%|\/\/)/.test(row[0] ?? "");

const TIME_HEAD = /time|^t$|stamp|^(s|ms|us|µs|μs|ns|sec|seconds?)$|zeit|elapsed/i;
const INDEX_HEAD = /^(#|no\.?|n|nr\.?|index|idx|row|point|number|count)$|^samples?\b(?!.*time)/i;

/** A row of a table, and whether it looks like levels: worked out once for each. */
interface Row {
  readonly cells: readonly string[];
  readonly isData: boolean;
}

/** Rows alike in width that look like levels, from one on; counted up to {@link A_RUN}. */
const A_RUN = 3;

function startsRun(rows: readonly Row[], from: number): boolean {
  const run = rows.slice(from, from + A_RUN);
  const { length } = rows[from]!.cells;
  return (
    run.length === A_RUN && run.every(({ cells, isData }) => isData && Math.abs(cells.length - length) <= 1)
  );
}

/**
 * Finds out how a table is laid out from its first rows: lines above it, its head, which column is the time, which
 * counts rows, how numbers are written.
 * @returns undefined where no row looks like levels
 */
export function layTable(rows: ReadonlyArray<readonly string[]>): TableLayout | undefined {
  const looked = rows.map((cells): Row => ({ cells, isData: isDataRow(cells) }));
  const lastRun = rows.findLastIndex((_, at) => startsRun(looked, at));
  // A row of numbers above the table is not of it: what follows has another width, or is its head.
  const isLone = (at: number) => at < lastRun && !startsRun(looked, at);
  let skip = 0;
  while (skip < rows.length && (isComment(rows[skip]!) || !looked[skip]!.isData || isLone(skip))) skip += 1;
  if (skip === rows.length) return undefined;
  const data = looked
    .slice(skip, skip + LOOKED_AT)
    .flatMap(({ cells, isData: levels }) => (levels && !isComment(cells) ? [cells] : []));
  const width = mostUsual(data.map(({ length }) => length));
  const assumed: string[] = [];
  const { head, units, above } = headOf(rows, skip, width);
  if (above > 0)
    assumed.push(
      `${above} line${above === 1 ? "" : "s"} above the table ${above === 1 ? "is" : "are"} no levels`,
    );
  const column = (at: number): string[] => data.map((row) => row[at] ?? "");
  const all = Array.from({ length: width }, (_, at) => at).filter(
    (at) => (head[at] ?? "").trim() !== "" || column(at).some((cell) => cell.trim() !== ""),
  );
  const period = rows
    .slice(0, skip)
    .map((row) => samplePeriodIn(row.join(" ").trim()) ?? samplePeriodIn(row.join(",").trim()))
    .find((found) => found !== undefined);
  const clock = timeColumn(all, head, column);
  const levelStyle = styleOf(all.filter((at) => at !== clock.at).flatMap(column)).style;
  const { style, thousands } =
    clock.at === undefined ? { style: levelStyle, thousands: false } : styleOf(column(clock.at));
  if (thousands) assumed.push("marks between thousands are passed over");
  const time = ((): TableLayout["time"] => {
    if (clock.kind === "time") {
      const cells = column(clock.at!).map((cell) => momentIn(cell, style));
      const written = unitInHead(head[clock.at!] ?? "") ?? unitInHead(units[clock.at!] ?? "");
      if (written === undefined && cells.every((cell) => cell?.unit === undefined)) {
        const whole = cells.length > 2 && cells.every((cell) => cell && Number.isInteger(cell.value));
        assumed.push(
          whole
            ? "no unit of time is given, and all times are whole numbers: taken as microseconds"
            : "no unit of time is given: taken as seconds",
        );
        return { column: clock.at!, scale: whole ? 1e3 : 1e9 };
      }
      return { column: clock.at!, scale: written ?? 1e9 };
    }
    assumed.push(
      period === undefined
        ? `no column of times and no sample rate: one sample every ${formatNanoseconds(ASSUMED_PERIOD, 3)} is assumed`
        : `no column of times: one sample every ${formatNanoseconds(period, 4)}, as the lines above the table say`,
    );
    return { column: clock.at, period: period ?? ASSUMED_PERIOD };
  })();
  if (clock.counts !== undefined)
    assumed.push(
      `${(head[clock.counts] ?? "").trim() || `column ${clock.counts + 1}`} counts rows and is no line`,
    );
  const columns = all.filter(
    (at) =>
      at !== clock.at &&
      at !== clock.counts &&
      column(at).some((cell) => levelIn(cell, levelStyle) !== undefined),
  );
  if (columns.some((at) => !column(at).every(isLevel)))
    assumed.push(`voltages from ${HIGH_VOLTS} V up are read as high`);
  return {
    skip,
    width,
    columns,
    names: columns.map((at) => (head[at] ?? "").trim() || `column ${at + 1}`),
    time,
    style,
    levelStyle,
    assumed,
  };
}

function headOf(rows: ReadonlyArray<readonly string[]>, skip: number, width: number) {
  const fits = (row: readonly string[] | undefined): row is readonly string[] =>
    row !== undefined && row.length > 1 && Math.abs(row.length - width) <= 1;
  const bare = (row: readonly string[]) =>
    row.map((cell, at) => (at === 0 ? cell.replace(/^\s*(#|;|%|\/\/)\s*/, "") : cell));
  let at = skip - 1;
  let units: readonly string[] = [];
  if (fits(rows[at]) && rows[at]!.every((cell) => cell.trim() === "" || isUnit(cell)) && fits(rows[at - 1])) {
    units = rows[at]!;
    at -= 1;
  }
  const row = rows[at];
  const single = width === 1 && row?.length === 1 && !isComment(row) && !/[:=]/.test(row[0]!);
  const isHead = (fits(row) && !isMeta(row)) || single;
  return { head: isHead ? bare(row!) : [], units, above: isHead ? at : skip };
}

/** A line of the kind “Sample rate, 1 MHz”: a name and its value, and no head. */
const isMeta = (row: readonly string[]): boolean =>
  samplePeriodIn(row.join(" ")) !== undefined || samplePeriodIn(row.join(",")) !== undefined;

/** Which column is the time, or counts samples; and which only counts rows beside a column of times. */
function timeColumn(
  all: readonly number[],
  head: readonly string[],
  column: (at: number) => string[],
): { readonly kind: "time" | "samples"; readonly at: number | undefined; readonly counts?: number } {
  const values = (at: number): number[] | undefined => {
    const { style } = styleOf(column(at));
    const found = column(at).map((cell) => momentIn(cell, style));
    return found.some((one) => one === undefined)
      ? undefined
      : found.map((one) => one!.value * (one!.unit ?? 1));
  };
  const rises = (at: number): boolean => {
    const list = values(at);
    if (!list || (list.length > 1 && list[list.length - 1]! <= list[0]!)) return false;
    return list.every((value, row) => row === 0 || value >= list[row - 1]!);
  };
  const countsUp = (at: number): boolean => {
    const list = values(at);
    return (
      list !== undefined &&
      list.length > 2 &&
      list.every((value, row) => row === 0 || value === list[row - 1]! + 1)
    );
  };
  const named = all.find(
    (at) => TIME_HEAD.test((head[at] ?? "").trim()) && !INDEX_HEAD.test((head[at] ?? "").trim()),
  );
  const index = all.find((at) => INDEX_HEAD.test((head[at] ?? "").trim()) && values(at) !== undefined);
  if (named !== undefined && column(named).some((cell) => momentIn(cell, ANY_STYLE) !== undefined))
    return { kind: "time", at: named, ...(index === undefined ? {} : { counts: index }) };
  const [first, second] = all;
  const steady = (at: number | undefined): at is number =>
    at !== undefined && rises(at) && !column(at).every((cell) => isLevel(cell) && column(at).length > 2);
  if (index !== undefined) {
    const beside = all.find((at) => at !== index && steady(at) && (head[at] ?? "").trim() === "");
    return beside === undefined
      ? { kind: "samples", at: index }
      : { kind: "time", at: beside, counts: index };
  }
  if (first !== undefined && countsUp(first) && (head[first] ?? "").trim() === "")
    return steady(second) && !countsUp(second)
      ? { kind: "time", at: second, counts: first }
      : { kind: "samples", at: first };
  if (steady(first)) return { kind: "time", at: first };
  return { kind: "samples", at: undefined };
}

function mostUsual(numbers: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const number of numbers) counts.set(number, (counts.get(number) ?? 0) + 1);
  return [...counts].reduce((best, one) => (one[1] > best[1] ? one : best), [0, 0])[0];
}
