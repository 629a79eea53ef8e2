import { gridOf, modelOf, type RigModel } from "../../address";
import { makeBitmap } from "../../dots";
import type { LegNames } from "../../parts";
import {
  buildProgram,
  echoCode,
  plainProgram,
  searchCode,
  toggleCode,
  writePlain,
  writeProgram,
  type PlainCode,
  type Program,
  type ProgramText,
} from "../../program";
import type { Rig } from "../../rig";
import { FULL, rigShowing, signShowing } from "../showing";
import type { BringUpStep } from "./step";

/** The rig that does what a step shows; undefined where a step shows nothing of the rig's display. */
export function rigOfStep(model: RigModel, { does }: BringUpStep): Rig | undefined {
  const { rig } = model;
  switch (does.kind) {
    case "texts":
      return rigShowing(rig, does.texts, does.interval);
    case "pictures":
      return signShowing(model, does.pictures, does.interval);
    case "dimmest": {
      const lowest = { ...rig, scan: { ...rig.scan, level: 0 } };
      const grid = gridOf(model);
      return grid
        ? signShowing({ ...model, rig: lowest }, [makeBitmap(grid.width, grid.height, () => 1)], 2000)
        : rigShowing(lowest, [FULL.repeat(model.digits.length)], 2000);
    }
    case "show":
      return rig;
    default:
      return undefined;
  }
}

function plainOf(model: RigModel, { does }: BringUpStep): PlainCode | undefined {
  switch (does.kind) {
    case "toggle":
      return toggleCode(model, does.line);
    case "search":
      return searchCode(model);
    case "echo":
      return echoCode(model).code;
    default:
      return undefined;
  }
}

/** The rig and program a step runs; undefined where the controller has nothing to do. */
export function runOfStep(
  model: RigModel,
  step: BringUpStep,
): { readonly model: RigModel; readonly program: Program } | undefined {
  const plain = plainOf(model, step);
  if (plain) return { model, program: plainProgram(plain) };
  const rig = rigOfStep(model, step);
  if (!rig) return undefined;
  const shown = modelOf(rig);
  return { model: shown, program: buildProgram(shown) };
}

/** The program of a step as a text to load; undefined where the controller has nothing to do. */
export function sketchOfStep(
  model: RigModel,
  step: BringUpStep,
  legNames: LegNames,
): Pick<ProgramText, "lines" | "ending"> | undefined {
  const plain = plainOf(model, step);
  if (plain) return { lines: writePlain(model, plain), ending: ".ino" };
  const run = runOfStep(model, step);
  return run && writeProgram(run.model, run.program, legNames);
}
