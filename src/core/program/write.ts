import { gridOf, type RigModel } from "../address";
import type { LegNames } from "../parts";
import { controllerById } from "../rig";
import { writeSketch } from "./sketch";
import type { SketchLine } from "./sketch/text";
import type { Program } from "./types";
import { writeLogic } from "./verilog";
import { storedBytes } from "./stored";

/** The program as it is handed out for the rig's board. */
export interface ProgramText {
  readonly lines: readonly SketchLine[];
  readonly ending: ".ino" | ".v";
  /** What one has to know before it runs on that board. */
  readonly note?: string;
}

/** Bytes of tables that are printed: a megabyte takes twelve as text, and editors give up on it. */
const MOST_PRINTED = 1_000_000;

/** Says why a program is not printed: its tables of faces would fill a file no board and no editor takes. */
export function printProblem(model: RigModel, program: Program): string | undefined {
  // A sign on driver chips is drawn by its program: its tables hold texts, not faces.
  if (gridOf(model) && program.buses.length > 0) return undefined;
  const { frames, on, dark } = program;
  const bytes = frames.length * on.length * Math.max(1, storedBytes(dark.states[0]!).length);
  if (bytes <= MOST_PRINTED) return undefined;
  return `The run has ${frames.length.toLocaleString("en")} faces, whose tables take ${(bytes / 1e6).toFixed(1)} MB: a sketch of that length is not written. Show less text, fewer repeats, or use driver chips, whose program draws each face`;
}

/** What one has to know before a sketch runs on the rig's board. */
export function boardNote(model: RigModel): string | undefined {
  const { flavour, title } = controllerById(model.rig.plan.controller);
  return flavour === "plain-c"
    ? `The ${title.split(",")[0]} has no sketch flavour of its own: give pinMode, digitalWrite, shiftOut, the delays and micros your compiler's port writes and timer, and its line names numbers.`
    : undefined;
}

/** Prints a program for the rig's board: a sketch, or a hardware description for programmable logic. */
export function writeProgram(model: RigModel, program: Program, legNames: LegNames = "letters"): ProgramText {
  const { flavour } = controllerById(model.rig.plan.controller);
  if (flavour === "logic") {
    return {
      lines: writeLogic(model, program),
      ending: ".v",
    };
  }
  return {
    lines: writeSketch(model, program, legNames),
    ending: ".ino",
    note: boardNote(model),
  };
}
