import Papa from "papaparse";
import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";
import { momentIn } from "./csv-numbers";
import { isComment, layTable, levelIn, type TableLayout } from "./csv-table";
import { CaptureProblem, MOST_REMARKS, MOST_SIGNALS, type CaptureReader, type CaptureSink } from "./types";

const LONGEST_LINE = 1_000_000;
/** Lines and characters that are gathered before the layout of the table is settled. */
const GATHERED_LINES = 400;
const GATHERED_CHARACTERS = 512_000;
const DELIMITERS = ["\t", ";", ","] as const;

/**
 * A table of levels as analysers, oscilloscopes and spreadsheets write it: a line in each column, the time in one of
 * them or a sample rate above, between commas, semicolons or tabs. How it is laid out is told from its first rows
 * ({@link layTable}); what was taken for granted is said.
 */
export class CsvReader implements CaptureReader {
  readonly remarks: string[] = [];
  now: Nanoseconds = 0;
  private rest = "";
  private line = 0;
  private delimiter = ",";
  private layout: TableLayout | undefined;
  private gathered = "";
  private first: Nanoseconds | undefined;
  private samples = 0;
  private readonly levels: Level[] = [];

  constructor(private readonly sink: CaptureSink) {}

  get assumed(): readonly string[] {
    return this.layout?.assumed ?? [];
  }

  push(text: string): void {
    const all = this.rest + text;
    const end = Math.max(all.lastIndexOf("\n"), all.lastIndexOf("\r", all.length - 2));
    this.rest = all.slice(end + 1);
    if (this.rest.length > LONGEST_LINE)
      throw new CaptureProblem("This is no table of levels: it has a line of over a million characters.");
    if (end >= 0) this.lines(all.slice(0, end + 1));
  }

  end(): void {
    const last = this.rest;
    this.rest = "";
    if (last.trim()) this.lines(`${last}\n`);
    if (!this.layout) this.begin();
  }

  private remark(text: string): void {
    if (this.remarks.length < MOST_REMARKS && !this.remarks.includes(text)) this.remarks.push(text);
  }

  private rowsOf(text: string, delimiter: string): string[][] {
    return Papa.parse<string[]>(text.replace(/\r\n?/g, "\n"), { delimiter, skipEmptyLines: true }).data;
  }

  private lines(text: string): void {
    if (this.layout) return this.rowsOf(text, this.delimiter).forEach((row) => this.row(row));
    this.gathered += text;
    if (
      this.gathered.length < GATHERED_CHARACTERS &&
      this.gathered.split(/\r\n?|\n/).length <= GATHERED_LINES
    )
      return;
    this.begin();
  }

  /** Settles how the table is laid out, and reads what was gathered until then. */
  private begin(): void {
    const { gathered } = this;
    this.gathered = "";
    if (gathered.trim() === "")
      throw new CaptureProblem("This table is empty: there is no row of times and levels in it.");
    const looked = gathered.slice(0, GATHERED_CHARACTERS);
    const tables = DELIMITERS.map((delimiter) => ({
      delimiter,
      layout: layTable(this.rowsOf(looked, delimiter).slice(0, GATHERED_LINES)),
    }));
    // The mark that parts the most columns of levels is the one that parts columns.
    const best = tables.reduce((one, other) =>
      (other.layout?.columns.length ?? 0) > (one.layout?.columns.length ?? 0) ? other : one,
    );
    if (
      !best.layout ||
      best.layout.columns.length === 0 ||
      (best.layout.width === 1 && !gathered.includes("\n"))
    )
      throw new CaptureProblem(
        "This is no table of levels: a row needs a time and at least one level, between commas, semicolons or tabs.",
      );
    this.delimiter = best.delimiter;
    this.layout = best.layout;
    if (best.layout.columns.length > MOST_SIGNALS)
      throw new CaptureProblem(
        `This table has ${best.layout.columns.length} columns; up to ${MOST_SIGNALS} are read.`,
      );
    this.sink.signals?.(best.layout.names);
    const rows = this.rowsOf(gathered, best.delimiter);
    this.line = best.layout.skip;
    rows.slice(best.layout.skip).forEach((row) => this.row(row));
  }

  private row(row: readonly string[]): void {
    this.line += 1;
    if (isComment(row)) return;
    const layout = this.layout!;
    const at = this.momentOf(row);
    if (at === undefined) return;
    this.first ??= at;
    if (at - this.first < this.now) return this.remark(`line ${this.line}: time goes back`);
    this.now = at - this.first;
    if (row.length < layout.width)
      this.remark(`line ${this.line} has ${row.length} columns instead of ${layout.width}`);
    layout.columns.forEach((column, signal) => {
      const cell = row[column] ?? "";
      const level = levelIn(cell, layout.levelStyle);
      if (level === undefined) return this.remark(`line ${this.line}: “${cell.slice(0, 20)}” is no level`);
      if (this.levels[signal] === level) return;
      this.levels[signal] = level;
      this.sink.change(signal, this.now, level);
    });
  }

  /** When a row was taken, in ns. */
  private momentOf(row: readonly string[]): Nanoseconds | undefined {
    const { time, style } = this.layout!;
    if (time.column === undefined) {
      const at = this.samples * ("period" in time ? time.period : 0);
      this.samples += 1;
      return Math.round(at);
    }
    const cell = row[time.column] ?? "";
    const moment = momentIn(cell, style);
    if (!moment) {
      this.remark(`line ${this.line}: “${cell.slice(0, 20)}” is no time`);
      return undefined;
    }
    return Math.round(moment.value * ("period" in time ? time.period : (moment.unit ?? time.scale)));
  }
}
