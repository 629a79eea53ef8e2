import Papa from "papaparse";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../chip";
import type { Nanoseconds } from "../quantity";
import { CaptureProblem, MOST_REMARKS, type CaptureReader, type CaptureSink } from "./types";

const UNITS: Readonly<Record<string, number>> = { s: 1e9, ms: 1e6, us: 1e3, µs: 1e3, ns: 1, ps: 1e-3 };
const LONGEST_LINE = 1_000_000;
/** Volts from which a line counts as high, where volts are given. */
const HIGH_VOLTS = 1.5;

/** A level as tables write it: a digit, a letter, or volts. */
function levelOf(text: string): Level | undefined {
  const word = text.trim().toLowerCase();
  if (word === "0" || word === "l" || word === "low" || word === "false") return LOW;
  if (word === "1" || word === "h" || word === "high" || word === "true") return HIGH;
  if (word === "x" || word === "") return UNKNOWN;
  if (word === "z") return OPEN;
  const volts = Number(word);
  if (!Number.isFinite(volts)) return undefined;
  return volts >= HIGH_VOLTS ? HIGH : LOW;
}

/**
 * A table with the time in its first column and a line in each of the others, with or without a head, between commas,
 * semicolons or tabs. The unit of the time stands in its head, in brackets or behind a blank; without one it is seconds.
 */
export class CsvReader implements CaptureReader {
  readonly remarks: string[] = [];
  now: Nanoseconds = 0;
  private rest = "";
  private line = 0;
  private delimiter: string | undefined;
  private columns = 0;
  private scale = 1e9;
  private first: Nanoseconds | undefined;
  private readonly levels: Level[] = [];

  constructor(private readonly sink: CaptureSink) {}

  push(text: string): void {
    const all = this.rest + text;
    const end = all.lastIndexOf("\n");
    this.rest = all.slice(end + 1);
    if (this.rest.length > LONGEST_LINE)
      throw new CaptureProblem("This is no table of levels: it has a line of over a million characters.");
    if (end >= 0) this.lines(all.slice(0, end));
  }

  end(): void {
    if (this.rest.trim()) this.lines(this.rest);
    this.rest = "";
    if (this.columns === 0)
      throw new CaptureProblem("This table is empty: there is no row of times and levels in it.");
  }

  private remark(text: string): void {
    if (this.remarks.length < MOST_REMARKS && !this.remarks.includes(text)) this.remarks.push(text);
  }

  private lines(text: string): void {
    this.delimiter ??= delimiterOf(text);
    const { data } = Papa.parse<string[]>(text.replace(/\r/g, ""), {
      delimiter: this.delimiter,
      skipEmptyLines: true,
    });
    for (const row of data) this.row(row);
  }

  private row(row: readonly string[]): void {
    this.line += 1;
    if (row[0]?.trimStart().startsWith("#") || row[0]?.trimStart().startsWith(";")) return;
    if (this.columns === 0) return this.head(row);
    const time = Number(row[0]!.trim().replace(",", "."));
    if (row[0]!.trim() === "" || !Number.isFinite(time))
      return this.remark(`line ${this.line}: “${row[0]!.slice(0, 20)}” is no time`);
    const at = time * this.scale;
    this.first ??= at;
    if (at - this.first < this.now) return this.remark(`line ${this.line}: time goes back`);
    this.now = at - this.first;
    if (row.length !== this.columns + 1)
      this.remark(`line ${this.line} has ${row.length - 1} levels instead of ${this.columns}`);
    for (let column = 0; column < this.columns; column += 1) {
      const level = levelOf(row[column + 1] ?? "");
      if (level === undefined) {
        this.remark(`line ${this.line}: “${row[column + 1]!.slice(0, 20)}” is no level`);
        continue;
      }
      if (this.levels[column] === level) continue;
      this.levels[column] = level;
      this.sink.change(column, this.now, level);
    }
  }

  private head(row: readonly string[]): void {
    if (row.length < 2)
      throw new CaptureProblem(
        "This is no table of levels: a row needs a time and at least one level, between commas, semicolons or tabs.",
      );
    this.columns = row.length - 1;
    const isHead = !Number.isFinite(Number(row[0]!.trim().replace(",", "."))) || row[0]!.trim() === "";
    if (!isHead) {
      this.sink.signals?.(Array.from({ length: this.columns }, (_, at) => `column ${at + 2}`));
      this.row(row);
      return;
    }
    const unit = /[[(\s_](s|ms|us|µs|ns|ps)[\])]?\s*$/i.exec(row[0]!)?.[1]?.toLowerCase();
    if (unit) this.scale = UNITS[unit] ?? 1e9;
    this.sink.signals?.(row.slice(1).map((name, at) => name.trim() || `column ${at + 2}`));
  }
}

/** The delimiter that the first lines have most of. */
function delimiterOf(text: string): string {
  const sample = text
    .split("\n")
    .filter((line) => !/^\s*[#;]/.test(line))
    .slice(0, 20)
    .join("\n");
  const counts = [",", ";", "\t"].map((mark) => ({ mark, count: sample.split(mark).length - 1 }));
  // A comma may be the decimal mark of numbers between semicolons or tabs.
  const [comma, semicolon, tab] = counts as [(typeof counts)[0], (typeof counts)[0], (typeof counts)[0]];
  if (tab.count > 0) return "\t";
  return semicolon.count > 0 ? ";" : comma.mark;
}
