import { cellBytes, type RigModel } from "../address";
import { LOW, UNKNOWN, type Bit } from "../chip";
import { GLYPHS, cellSegments, type Cell, type SegmentName } from "../glyph";
import { buildProgram, runProgram, type Program, type Statement } from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById, splitPipId, type LineUse, type UnitRef } from "../rig";
import { Board } from "./board";
import { Simulation, type PipState } from "./simulation";

/** One moment of a send: a line changes, and what the chips hold after it. */
export interface SendStep {
  readonly at: Nanoseconds;
  readonly use: LineUse;
  readonly level: 0 | 1;
  readonly statement: Statement;
  /** The bit's turn, from 0, for the edges that shift it. */
  readonly turn: number | undefined;
  readonly chips: ReadonlyArray<{
    readonly ref: UnitRef;
    readonly stages: readonly Bit[];
    readonly latched: readonly Bit[];
  }>;
}

export interface SendTrace {
  readonly bytes: readonly number[];
  readonly steps: readonly SendStep[];
  readonly before: SendStep["chips"];
  readonly duration: Nanoseconds;
}

/** A program that only sets the lines up and holds these bytes on the display. */
export const holdingProgram = (model: RigModel, bytes: readonly number[]): Program =>
  sendOnly(buildProgram(model), [bytes]);

/** A program that only sends these bytes, one pattern after the other, with a pause between. */
function sendOnly(program: Program, all: ReadonlyArray<readonly number[]>): Program {
  const setUp = program.setup.filter((statement) => statement.do === "line-mode");
  return {
    ...program,
    patterns: all.map((bytes) => ({ cell: BLANK, bytes })),
    setup: [
      ...setUp,
      {
        do: "for-each-pattern",
        body: [
          { do: "send", pattern: "each" },
          { do: "wait", time: 1 },
        ],
      },
    ],
    loop: [],
  };
}

const BLANK: Cell = { glyph: " ", point: false };

/** Follows one send over the three lines, edge by edge, with the stages and outputs of every chip after each. */
export function traceSend(model: RigModel, bytes: readonly number[]): SendTrace {
  const program = holdingProgram(model, bytes);
  const board = new Board(model);
  const contents = () =>
    model.chain.chips.map((ref) => {
      const chip = board.chip(ref);
      return { ref, stages: [...(chip?.stages ?? [])], latched: [...(chip?.latched ?? [])] };
    });
  const lineUse = (line: string) =>
    (["data", "clock", "latch"] as const).find((use) => program.lines[use] === line)!;
  const steps: SendStep[] = [];
  let before: SendStep["chips"] = contents();
  let start: Nanoseconds = 0;
  let end: Nanoseconds = 0;
  let clocked = 0;
  for (const event of runProgram(program, controllerById(model.rig.plan.controller).cost)) {
    end = event.at;
    if (event.kind === "line-mode") {
      board.drive(event.line, LOW);
    } else if (event.kind === "sending") {
      start = event.at;
      before = contents();
    } else if (event.kind === "line") {
      board.drive(event.line, event.level);
      const use = lineUse(event.line);
      const turn = event.statement.do === "shift-pattern" ? clocked : undefined;
      if (use === "clock" && event.level === 0) clocked += 1;
      steps.push({
        at: event.at - start,
        use,
        level: event.level,
        statement: event.statement,
        turn,
        chips: contents(),
      });
    }
  }
  return { bytes, steps, before, duration: end - start };
}

/** The segments the outputs of the chips light at that moment, and those nobody can tell. */
export function segmentsFrom(model: RigModel, chips: SendStep["chips"]): Shown {
  const segments: SegmentName[] = [];
  const unknown: SegmentName[] = [];
  for (const { segment, verdict } of model.addresses) {
    if (verdict.kind === "always") segments.push(segment);
    if (verdict.kind !== "driven") continue;
    const bits = verdict.conditions.map(({ driver, lights }) => {
      const bit =
        driver.kind === "register"
          ? chips.find(({ ref }) => ref === driver.unit)?.latched[driver.stage]
          : undefined;
      return bit === undefined ? "off" : bit === UNKNOWN ? "unknown" : bit === lights ? "on" : "off";
    });
    if (bits.every((bit) => bit === "on")) segments.push(segment);
    else if (!bits.includes("off")) unknown.push(segment);
  }
  return { segments, unknown };
}

export interface Shown {
  readonly segments: readonly SegmentName[];
  readonly unknown: readonly SegmentName[];
}

/** What the display shows after each of these patterns, sent one after the other through the wires as they are. */
export function showAll(model: RigModel, all: ReadonlyArray<readonly number[]>): Shown[] {
  const simulation = new Simulation(model, sendOnly(buildProgram(model), all));
  return all.map(() => {
    simulation.advanceToSent();
    const pips = simulation.look().pips.filter(({ pip }) => splitPipId(pip).unit === model.display.ref);
    const inState = (state: PipState) =>
      pips.filter((pip) => pip.state === state).map(({ pip }) => splitPipId(pip).segment);
    return { segments: inState("lit"), unknown: inState("unknown") };
  });
}

/** What the display shows once these bytes are sent, from power-up. */
export const showBytes = (model: RigModel, bytes: readonly number[]): Shown => showAll(model, [bytes])[0]!;

/** One glyph through the code's bytes and back through the wires. */
export interface GlyphRow {
  readonly cell: Cell;
  readonly wanted: readonly SegmentName[];
  readonly bytes: readonly number[];
  readonly shown: readonly SegmentName[];
  readonly unknown: readonly SegmentName[];
  /** The display shows what the glyph asks for. */
  readonly faithful: boolean;
}

/** Takes cells through the code's bytes and back through the wires. */
export function glyphRows(model: RigModel, cells: readonly Cell[]): GlyphRow[] {
  const bytes = cells.map((cell) => cellBytes(model, cell));
  const shown = showAll(model, bytes);
  return cells.map((cell, at) => {
    const wanted = cellSegments(cell, model.rig.glyphs);
    const { segments, unknown } = shown[at]!;
    const faithful = unknown.length === 0 && segments.join() === wanted.join();
    return { cell, wanted, bytes: bytes[at]!, shown: segments, unknown, faithful };
  });
}

/** The whole alphabet, the rig's own glyphs behind it, in this wiring's bytes. */
export function glyphTable(model: RigModel): GlyphRow[] {
  const own = model.rig.glyphs.map(({ glyph }) => glyph).filter((glyph) => !GLYPHS.includes(glyph));
  return glyphRows(
    model,
    [...GLYPHS, ...own].map((glyph) => ({ glyph, point: false })),
  );
}
