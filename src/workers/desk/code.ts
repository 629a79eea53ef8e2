import type { RigModel } from "@/core/address";
import { dialectsFor, writtenIn, type CodeFile, type Offered } from "@/core/dialects";
import type { LegNames } from "@/core/parts";
import {
  boardNote,
  printProblem,
  sketchMemory,
  writeProgram,
  type Program,
  type ProgramText,
} from "@/core/program";

/** A program as it is handed out. */
export interface Code {
  readonly written?: ProgramText;
  /** Why it is not printed. */
  readonly problem?: string;
  readonly memory: ReturnType<typeof sketchMemory>;
}

/** The program in a form one chose, and all forms there are. */
export interface CodeIn {
  readonly offered: readonly Offered[];
  /** The form that was taken: the one asked for, or the first that is for this rig. */
  readonly dialect: Offered;
  readonly files: readonly CodeFile[];
  readonly problem?: string;
  /** What one has to know before it runs on the rig's board. */
  readonly note?: string;
  readonly memory: Code["memory"];
  /** What it takes of the controller, where that is not what a sketch takes. */
  readonly takes?: string;
}

/** @param asked id of a form; the rig's usual one where none is */
export function codeIn(model: RigModel, program: Program, legNames: LegNames, asked?: string): CodeIn {
  const offered = dialectsFor(model, program);
  const dialect =
    offered.find(({ id }) => id === asked) ?? offered.find(({ problem }) => problem === undefined)!;
  const written = writtenIn(model, program, dialect.id, legNames);
  const memory = sketchMemory(model, program);
  const note = dialect.id === "sketch" ? boardNote(model) : undefined;
  return written.ok
    ? { offered, dialect, files: written.files, note, memory, takes: written.takes }
    : { offered, dialect, files: [], problem: written.message, memory };
}

/** The program as text for the rig's board, with what it takes of its memory; or why it cannot be printed. */
export function codeOf(model: RigModel, program: Program, legNames: LegNames): Code {
  const problem = printProblem(model, program);
  return {
    ...(problem === undefined ? { written: writeProgram(model, program, legNames) } : { problem }),
    memory: sketchMemory(model, program),
  };
}
