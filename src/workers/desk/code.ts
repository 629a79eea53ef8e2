import type { RigModel } from "@/core/address";
import type { LegNames } from "@/core/parts";
import { printProblem, sketchMemory, writeProgram, type Program, type ProgramText } from "@/core/program";

/** A program as it is handed out. */
export interface Code {
  readonly written?: ProgramText;
  /** Why it is not printed. */
  readonly problem?: string;
  readonly memory: ReturnType<typeof sketchMemory>;
}

/** The program as text for the rig's board, with what it takes of its memory; or why it cannot be printed. */
export function codeOf(model: RigModel, program: Program, legNames: LegNames): Code {
  const problem = printProblem(model, program);
  return {
    ...(problem === undefined ? { written: writeProgram(model, program, legNames) } : { problem }),
    memory: sketchMemory(model, program),
  };
}
