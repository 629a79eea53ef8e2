import { gridOf, type RigModel } from "@/core/address";
import {
  bringUpSteps,
  handHold,
  handPattern,
  handProblem,
  handStep,
  judgeLog,
  patternsOf,
  placesOf,
  probesOf,
  rigOfStep,
  sketchOfHold,
  sketchOfPattern,
  sketchOfStep,
  wordsOfPlace,
  type BringUpStep,
  type HandShow,
  type Judged,
  type Pattern,
  type Place,
  type Probe,
} from "@/core/bench";
import type { LegNames } from "@/core/parts";
import { handCode, sketchText, writePlain } from "@/core/program";
import { controllerById, type Rig } from "@/core/rig";

/** What is done at the bench with a rig. */
export interface BenchLook {
  readonly steps: readonly BringUpStep[];
  /** What is shown to find a fault; none on dots. */
  readonly patterns: readonly Pattern[];
  readonly probes: readonly Probe[];
}

export const benchLook = (model: RigModel, legNames: LegNames): BenchLook => ({
  steps: bringUpSteps(model, legNames),
  patterns: gridOf(model) ? [] : patternsOf(model),
  probes: probesOf(model, legNames),
});

/** A program to load, as the text of a file. */
export interface BenchSketch {
  readonly text: string;
  readonly ending: string;
}

const asText = (made: ReturnType<typeof sketchOfHold>): BenchSketch | undefined =>
  made && { text: sketchText(made.lines), ending: made.ending };

/** What a step runs: on the simulated rig, and as a program to load. */
export interface StepRun {
  readonly rig: Rig | undefined;
  readonly sketch: BenchSketch | undefined;
}

export function stepRun(model: RigModel, id: string, legNames: LegNames): StepRun | undefined {
  const step = bringUpSteps(model, legNames).find((one) => one.id === id);
  return step && { rig: rigOfStep(model, step), sketch: asText(sketchOfStep(model, step, legNames)) };
}

/** What the rig is made to do while one looks or measures. */
export type HeldFor = { readonly pattern: string } | { readonly hold: string };

export function heldSketch(model: RigModel, held: HeldFor, legNames: LegNames): BenchSketch | undefined {
  if ("pattern" in held) {
    const pattern = patternsOf(model).find(({ id }) => id === held.pattern);
    return pattern && asText(sketchOfPattern(model, pattern, legNames));
  }
  const probe = probesOf(model, legNames).find(({ hold }) => hold.id === held.hold);
  return probe && asText(sketchOfHold(model, probe.hold, legNames));
}

/** What a hand on the board is to do. */
export type HandFor = HeldFor | { readonly step: string };

export function handShow(model: RigModel, of: HandFor, legNames: LegNames): HandShow | undefined {
  if ("step" in of) {
    const step = bringUpSteps(model, legNames).find(({ id }) => id === of.step);
    return step && handStep(model, step);
  }
  if ("pattern" in of) {
    const pattern = patternsOf(model).find(({ id }) => id === of.pattern);
    return pattern && handPattern(model, pattern.text);
  }
  const probe = probesOf(model, legNames).find(({ hold }) => hold.id === of.hold);
  return probe && handHold(model, probe.hold);
}

/** The sketch that is loaded once, or why this board has none. */
export function handSketch(model: RigModel): { readonly problem?: string; readonly sketch?: BenchSketch } {
  const problem = handProblem(model);
  if (problem !== undefined) return { problem };
  const code = handCode(controllerById(model.rig.plan.controller));
  return { sketch: { text: sketchText(writePlain(model, code)), ending: ".ino" } };
}

/** The log beside what the rig foretells, and every place of which it foretells something. */
export interface LogLook {
  readonly judged: readonly Judged[];
  /** What each entry is at, in words. */
  readonly says: readonly string[];
  readonly places: readonly Place[];
}

export const logLook = (model: RigModel): LogLook => ({
  judged: judgeLog(model.rig),
  says: (model.rig.bench?.log ?? []).map((entry) => wordsOfPlace(model.rig, entry)),
  places: placesOf(model),
});
