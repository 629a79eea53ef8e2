import { LOW, type Level } from "../level";
import { modelOf, type RigModel } from "../address";
import { vcdText } from "../foreign";
import { buildProgram, type Program } from "../program";
import type { Nanoseconds } from "../quantity";
import type { Rig } from "../rig";
import { Board, programEvents } from "../sim";
import { wantedLines, type WantedLine } from "./mapping";

/** Longest run that is written, ns. */
export const LONGEST_RUN: Nanoseconds = 60e9;

/** A line stands at another level from a moment on. */
export interface LevelEdge {
  readonly at: Nanoseconds;
  readonly line: string;
  readonly level: Level;
}

/** Every edge the program puts on the lines, with what chips that answer make of it. */
export function* runEdges(
  model: RigModel,
  until: Nanoseconds,
  program: Program = buildProgram(model),
): Generator<LevelEdge, void> {
  const board = new Board(model);
  const last = new Map<string, Level>();
  const answering = new Set((model.encoding.buses ?? []).map(({ data }) => data));
  function* changed(at: Nanoseconds, line: string): Generator<LevelEdge, void> {
    for (const one of new Set([line, ...answering])) {
      const level = board.lineLevel(one);
      if (last.get(one) === level) continue;
      last.set(one, level);
      yield { at, line: one, level };
    }
  }
  for (const event of programEvents(model, program)) {
    if (event.at > until) return;
    if (event.kind === "line-mode") {
      board.drive(event.line, event.released ? "released" : LOW, event.at);
      yield* changed(event.at, event.line);
    }
    if (event.kind === "line-output" || event.kind === "line") {
      board.drive(event.line, event.kind === "line" ? event.level : LOW, event.at);
      yield* changed(event.at, event.line);
    }
    if (event.kind === "burst") {
      for (const { at, line, level } of event.burst.events) {
        if (event.at + at > until) return;
        board.drive(line, level, event.at + at);
        yield* changed(event.at + at, line);
      }
    }
  }
}

const nameOf = ({ line, name }: WantedLine): string =>
  `${name.replace(/[^A-Za-z0-9]+/g, "_")}_line_${line}`
    .replace(/_line_line_.*$/, "")
    .replace(/^line_(.*)_line_.*$/, "line_$1");

const symbol = (level: Level): string => "01xz"[level]!;

/** Identifier characters run from ! on. */
const idOf = (at: number): string => {
  let text = "";
  for (let rest = at; ; rest = Math.floor(rest / 94) - 1) {
    text = String.fromCharCode(33 + (rest % 94)) + text;
    if (rest < 94) return text;
  }
};

/** A run of the rig's program as a value change dump, in pieces. @param until ns */
export function* vcdOf(rig: Rig, until: Nanoseconds, program?: Program): Generator<string, void> {
  const model = modelOf(rig);
  yield* vcdOfEdges(rig.name, wantedLines(model), runEdges(model, until, program), until);
}

/** Edges as a value change dump, in pieces. @param lines those that are written */
export function* vcdOfEdges(
  title: string,
  lines: readonly WantedLine[],
  edges: Iterable<LevelEdge>,
  until: Nanoseconds,
): Generator<string, void> {
  const ids = new Map(lines.map(({ line }, at) => [line, idOf(at)]));
  const name = title.replace(/[^A-Za-z0-9]+/g, "_") || "rig";
  yield `$comment ${vcdText(title)} $end\n$timescale 1 ns $end\n$scope module ${name} $end\n`;
  yield lines.map((line) => `$var wire 1 ${ids.get(line.line)} ${nameOf(line)} $end\n`).join("");
  yield `$upscope $end\n$enddefinitions $end\n#0\n$dumpvars\n${lines.map(({ line }) => `z${ids.get(line)}\n`).join("")}$end\n`;
  let now = 0;
  let piece = "";
  for (const { at, line, level } of edges) {
    const id = ids.get(line);
    if (id === undefined) continue;
    const moment = Math.round(at);
    if (moment > now) {
      piece += `#${moment}\n`;
      now = moment;
    }
    piece += `${symbol(level)}${id}\n`;
    if (piece.length > 64_000) {
      yield piece;
      piece = "";
    }
  }
  yield `${piece}#${Math.round(until)}\n`;
}

/** A run of the rig's program as a table: seconds, then a column for each line. @param until ns */
export function* csvOf(rig: Rig, until: Nanoseconds): Generator<string, void> {
  const model = modelOf(rig);
  const lines = wantedLines(model);
  const levels = new Map<string, string>(lines.map(({ line }) => [line, "z"]));
  yield `time (s),${lines.map(nameOf).join(",")}\n`;
  let now: number | undefined;
  let piece = "";
  const row = (at: number) =>
    `${(at / 1e9).toFixed(9)},${lines.map(({ line }) => levels.get(line)).join(",")}\n`;
  for (const { at, line, level } of runEdges(model, until)) {
    if (!levels.has(line)) continue;
    const moment = Math.round(at);
    if (now !== undefined && moment > now) piece += row(now);
    now = moment;
    levels.set(line, symbol(level));
    if (piece.length > 64_000) {
      yield piece;
      piece = "";
    }
  }
  if (now !== undefined) piece += row(now);
  yield piece;
}
