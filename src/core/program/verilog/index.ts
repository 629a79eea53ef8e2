import type { RigModel } from "../../address";
import type { SketchLine } from "../sketch/text";
import type { Program } from "../types";
import { writeList } from "./list";
import { writeReacting } from "./reacting";

export { lineTable, writeBench } from "./bench";
export { logicCost } from "./reacting";

/** Prints a program as a hardware description: a scan with its table of faces, or one whose faces are drawn as it runs. */
export const writeLogic = (model: RigModel, program: Program): SketchLine[] =>
  program.live ? writeReacting(model, program, program.live) : writeList(model, program);
