import type { RigModel } from "@/core/address";
import {
  dialectsFor,
  unitOffered,
  writtenIn,
  type BusSchool,
  type CodeFile,
  type Offered,
} from "@/core/dialects";
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
  /** What putting out a pattern takes on the lines. */
  readonly pace?: string;
  /** How the bytes are sent, and what else may send them: nothing where none are sent. */
  readonly school: BusSchool;
  readonly unit?: ReturnType<typeof unitOffered>;
}

/**
 * @param asked id of a form; the rig's usual one where none is
 * @param school by hand wherever nothing else can be
 */
export function codeIn(
  model: RigModel,
  program: Program,
  legNames: LegNames,
  asked?: string,
  wanted: BusSchool = "hand",
): CodeIn {
  const offered = dialectsFor(model, program);
  const dialect =
    offered.find(({ id }) => id === asked) ?? offered.find(({ problem }) => problem === undefined)!;
  const unit = unitOffered(model, program, dialect.id);
  const school = wanted === "unit" && unit && "says" in unit ? "unit" : "hand";
  const written = writtenIn(model, program, dialect.id, legNames, school);
  const memory = sketchMemory(model, program);
  const note = dialect.id === "sketch" ? boardNote(model) : undefined;
  return written.ok
    ? {
        ...{ offered, dialect, school, unit, note, memory },
        ...{ files: written.files, takes: written.takes, pace: written.pace },
      }
    : { offered, dialect, school, unit, files: [], problem: written.message, memory };
}

/** The program as text for the rig's board, with what it takes of its memory; or why it cannot be printed. */
export function codeOf(model: RigModel, program: Program, legNames: LegNames): Code {
  const problem = printProblem(model, program);
  return {
    ...(problem === undefined ? { written: writeProgram(model, program, legNames) } : { problem }),
    memory: sketchMemory(model, program),
  };
}
