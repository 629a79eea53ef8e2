import type { RigModel } from "../address";
import type { LegNames } from "../parts";
import type { Program, SketchLine } from "../program";
import type { PaceStyle } from "./pace";
import type { OwnUnit, UnitWords } from "./own-unit";

/** One file of a program. */
export interface CodeFile {
  readonly name: string;
  readonly text: string;
  /** The text line by line with what it marks, where it is the program itself. */
  readonly lines?: readonly SketchLine[];
}

/** A form in which the one program is handed out. */
export interface Dialect {
  readonly id: string;
  /** As it is chosen: the language and for what. */
  readonly title: string;
  /** What it is, in a sentence. */
  readonly says: string | ((program: Program) => string);
  /** How its main file is coloured. */
  readonly language: "c" | "python" | "verilog";
  /** Why a rig's program is not written in it: what it needs that is not there. */
  problem(model: RigModel, program: Program): string | undefined;
  /** What it takes of the controller, in a sentence, where that is not what a sketch takes. */
  readonly takes?: (model: RigModel, program: Program, files: readonly CodeFile[]) => string;
  /** How it gets levels onto lines, which says what that takes. */
  readonly pace?: PaceStyle;
  /** How the controller's own unit is called in it, where it can be. */
  readonly unitWords?: (unit: OwnUnit) => UnitWords;
  /**
   * The files; the first one is the program.
   * @param unit what sends the bytes, where they are not sent by hand
   */
  write(model: RigModel, program: Program, legNames: LegNames, unit?: OwnUnit): readonly CodeFile[];
}
