import { gridOf, outsideModel, type RigModel } from "@/core/address";
import { holeName, seatRig, type Breadboard } from "@/core/seat";
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
import { controllerById, type LegRef, type Rig } from "@/core/rig";

/** What is done at the bench with a rig. */
export interface BenchLook {
  readonly steps: readonly BringUpStep[];
  /** What is shown to find a fault; none on dots. */
  readonly patterns: readonly Pattern[];
  readonly probes: readonly Probe[];
  /** The hole each of those legs sits in on a long breadboard, as Wires seats them; none of a rig no table holds. */
  readonly holes: Readonly<Record<LegRef, string>>;
}

/** The breadboard parts are seated on unless one says otherwise. */
const USUAL_BOARD: Breadboard = { size: 830, rails: "through" };
/** Parts of a rig one seats by hand: more than that stand on boards of their own. */
const MOST_SEATED = 60;

/** Where legs that are measured sit. */
function holesOf(model: RigModel, legs: readonly LegRef[]): Record<LegRef, string> {
  const { rig } = outsideModel(model);
  if (rig.units.length > MOST_SEATED) return {};
  const { holes } = seatRig(rig, USUAL_BOARD);
  return Object.fromEntries(
    legs.flatMap((leg) => {
      const hole = holes.get(leg);
      return hole ? [[leg, holeName(hole)]] : [];
    }),
  );
}

export function benchLook(model: RigModel, legNames: LegNames): BenchLook {
  const steps = bringUpSteps(model, legNames);
  const probes = probesOf(model, legNames);
  const legs = [
    ...steps.flatMap(({ expected }) => expected.flatMap(({ leg }) => leg ?? [])),
    ...probes.map(({ leg }) => leg),
  ];
  return {
    steps,
    patterns: gridOf(model) ? [] : patternsOf(model),
    probes,
    holes: holesOf(model, [...new Set(legs)]),
  };
}

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

const stepCalled = ({ steps }: BenchLook, id: string) => steps.find((one) => one.id === id);
const patternCalled = ({ patterns }: BenchLook, id: string) => patterns.find((one) => one.id === id);
const holdCalled = ({ probes }: BenchLook, id: string) => probes.find(({ hold }) => hold.id === id)?.hold;

export function stepRun(
  model: RigModel,
  look: BenchLook,
  id: string,
  legNames: LegNames,
): StepRun | undefined {
  const step = stepCalled(look, id);
  return step && { rig: rigOfStep(model, step), sketch: asText(sketchOfStep(model, step, legNames)) };
}

/** What the rig is made to do while one looks or measures. */
export type HeldFor = { readonly pattern: string } | { readonly hold: string };

export function heldSketch(
  model: RigModel,
  look: BenchLook,
  held: HeldFor,
  legNames: LegNames,
): BenchSketch | undefined {
  if ("pattern" in held) {
    const pattern = patternCalled(look, held.pattern);
    return pattern && asText(sketchOfPattern(model, pattern, legNames));
  }
  const hold = holdCalled(look, held.hold);
  return hold && asText(sketchOfHold(model, hold, legNames));
}

/** What a hand on the board is to do. */
export type HandFor = HeldFor | { readonly step: string };

export function handShow(model: RigModel, look: BenchLook, of: HandFor): HandShow | undefined {
  if ("step" in of) {
    const step = stepCalled(look, of.step);
    return step && handStep(model, step);
  }
  if ("pattern" in of) {
    const pattern = patternCalled(look, of.pattern);
    return pattern && handPattern(model, pattern.text);
  }
  const hold = holdCalled(look, of.hold);
  return hold && handHold(model, hold);
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
  judged: judgeLog(model),
  says: (model.rig.bench?.log ?? []).map((entry) => wordsOfPlace(model, entry)),
  places: placesOf(model),
});
