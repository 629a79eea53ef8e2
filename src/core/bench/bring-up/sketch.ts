import { gridOf, modelOf, type RigModel } from "../../address";
import { makeBitmap } from "../../dots";
import type { LegNames } from "../../parts";
import {
  buildProgram,
  echoCode,
  searchCode,
  toggleCode,
  writePlain,
  writeProgram,
  type PlainCode,
  type ProgramText,
} from "../../program";
import { controllerById, type Rig } from "../../rig";
import type { Pattern } from "../patterns";
import type { Hold } from "../probes";
import { FULL, HELD_MS, alone, rigShowing, signShowing } from "../showing";
import type { BringUpStep } from "./step";

/** A program to load, with what files of its kind end in. */
export type StepSketch = Pick<ProgramText, "lines" | "ending">;

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
        ? signShowing({ ...model, rig: lowest }, [makeBitmap(grid.width, grid.height, () => 1)], HELD_MS)
        : rigShowing(lowest, [FULL.repeat(model.digits.length)], HELD_MS);
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

/** The program of what a rig shows. */
function writtenOf(rig: Rig, legNames: LegNames): StepSketch {
  const model = modelOf(rig);
  return writeProgram(model, buildProgram(model), legNames);
}

/** A sketch that puts a pattern out and keeps it. */
export function sketchOfPattern(
  model: RigModel,
  { text }: Pick<Pattern, "text">,
  legNames: LegNames,
): StepSketch {
  return writtenOf(rigShowing(model.rig, [text], HELD_MS), legNames);
}

/** A sketch that holds a rig while one measures; undefined where it does not matter what runs. */
export function sketchOfHold(model: RigModel, { high }: Hold, legNames: LegNames): StepSketch | undefined {
  if (high === undefined) return sketchOfPattern(model, { text: alone(model, 0, FULL) }, legNames);
  const [line] = high;
  const isLogic = controllerById(model.rig.plan.controller).flavour === "logic";
  return line === undefined || isLogic
    ? undefined
    : { lines: writePlain(model, toggleCode(model, line)), ending: ".ino" };
}

/** The program of a step as a text to load; undefined where the controller has nothing to do. */
export function sketchOfStep(model: RigModel, step: BringUpStep, legNames: LegNames): StepSketch | undefined {
  const plain = plainOf(model, step);
  if (plain) return { lines: writePlain(model, plain), ending: ".ino" };
  const rig = rigOfStep(model, step);
  return rig && writtenOf(rig, legNames);
}
