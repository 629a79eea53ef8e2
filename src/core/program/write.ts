import type { RigModel } from "../address";
import type { NamingSchool } from "../parts";
import { controllerById } from "../rig";
import { writeSketch } from "./sketch";
import type { SketchLine } from "./sketch-text";
import type { Program } from "./types";
import { writeLogic } from "./verilog";

/** The program as it is handed out for the rig's board. */
export interface ProgramText {
  readonly lines: readonly SketchLine[];
  readonly ending: ".ino" | ".v";
  readonly what: string;
  /** What one has to know before it runs on that board. */
  readonly note?: string;
}

/** Prints a program for the rig's board: a sketch, or a hardware description for programmable logic. */
export function writeProgram(
  model: RigModel,
  program: Program,
  school: NamingSchool = "letters",
): ProgramText {
  const { flavour, title } = controllerById(model.rig.plan.controller);
  if (flavour === "logic") {
    return {
      lines: writeLogic(model, program),
      ending: ".v",
      what: "Verilog: counters and a table, the same scan the face runs.",
    };
  }
  return {
    lines: writeSketch(model, program, school),
    ending: ".ino",
    what: "C++ sketch with setup() and loop(), no library: the same program the face runs.",
    note:
      flavour === "plain-c"
        ? `The ${title.split(",")[0]} has no sketch flavour of its own: give pinMode, digitalWrite, shiftOut, the delays and micros your compiler's port writes and timer, and its line names numbers.`
        : undefined,
  };
}
