import { displayLines, modelOf, type DriveState, type RigModel } from "../../address";
import {
  TOGGLED_MS,
  buildProgram,
  driveState,
  handLines,
  pulledLines,
  runProgram,
  type ProgramFrame,
} from "../../program";
import type { HandEdge } from "../../hand";
import { controllerById } from "../../rig";
import { holdingProgram } from "../../sim";
import { rigOfStep, type BringUpStep } from "../bring-up";
import { FULL, HELD_MS, alone, rigShowing } from "../showing";
import type { Hold } from "../probes";

/** What a hand does to show something: rows of edges, slot by slot where digits take turns. */
export interface HandShow {
  /** Lines that are only ever pulled low, by their place among the hand's. */
  readonly openDrain: readonly number[];
  /** Before the first face. */
  readonly setUp: readonly HandEdge[];
  /** Of each face the edges of each of its slots. */
  readonly faces: ReadonlyArray<ReadonlyArray<readonly HandEdge[]>>;
  /** How long a face is shown, in ms. */
  readonly interval: number;
}

/** Faces a hand shows of one step: a page is no faster than its serial line. */
const MOST_FACES = 256;

/** What the hand of a rig's board may move of its display; undefined where its lines are not the hand's. */
function placesOf(model: RigModel): ReadonlyMap<string, number> | undefined {
  const lines = handLines(controllerById(model.rig.plan.controller));
  const places = new Map(lines.map((line, at) => [line, at]));
  return displayLines(model).every((line) => places.has(line)) ? places : undefined;
}

/** Why a board cannot be moved by a hand, if so. */
export function handProblem(model: RigModel): string | undefined {
  const controller = controllerById(model.rig.plan.controller);
  if (controller.serial === undefined)
    return `The ${controller.title.split(",")[0]} has no serial line to its computer: load the sketch of each step instead.`;
  const places = placesOf(model);
  if (places) return undefined;
  const lines = displayLines(model).filter((line) => controller.serial!.lines.includes(line));
  return `Line ${lines.join(" and ")} ${lines.length === 1 ? "is" : "are"} used by the serial port: move the display to another line, or load the sketch of each step.`;
}

/** Lines that are only ever pulled low, by their places. */
const openDrainOf = (model: RigModel, places: ReadonlyMap<string, number>): number[] =>
  [...pulledLines(model)].map((line) => places.get(line)!);

/** Every line of the display at the level it is held at. */
const allAt = (
  model: RigModel,
  places: ReadonlyMap<string, number>,
  isHigh: (line: string) => boolean,
): HandEdge[] =>
  displayLines(model).map((line) => ({ line: places.get(line)!, level: isHigh(line) ? 1 : 0 }));

/** The edges of states put out one after the other; what sets chips up goes before the first. */
function edgesOf(
  model: RigModel,
  places: ReadonlyMap<string, number>,
  state: DriveState,
): { readonly setUp: HandEdge[]; readonly shows: HandEdge[] } {
  const { cost } = controllerById(model.rig.plan.controller);
  const [setUp, shows]: [HandEdge[], HandEdge[]] = [[], []];
  for (const event of runProgram(holdingProgram(model, state), cost)) {
    const into = event.kind === "burst" && event.routine !== "set-up" ? shows : setUp;
    if (event.kind === "line-mode")
      setUp.push({ line: places.get(event.line)!, level: event.released ? 1 : 0 });
    if (event.kind !== "burst") continue;
    for (const { line, level } of event.burst.events)
      into.push({ line: places.get(line)!, level: level === 0 ? 0 : 1 });
  }
  return { setUp, shows };
}

/** What the hand does to show the faces of a rig's program; undefined where it cannot. */
function showOf(model: RigModel, interval: number): HandShow | undefined {
  const places = placesOf(model);
  if (!places) return undefined;
  const program = buildProgram(model);
  const stateOf = (state: ProgramFrame["states"][number]) => driveState(program, model, state);
  const frames = program.frames.slice(0, MOST_FACES);
  const first = edgesOf(model, places, stateOf(program.dark.states[0]!));
  return {
    openDrain: openDrainOf(model, places),
    setUp: [...first.setUp, ...first.shows],
    faces: frames.map(({ states }) => states.map((state) => edgesOf(model, places, stateOf(state)).shows)),
    interval,
  };
}

/** What the hand does in a step of bringing a rig up; undefined where a step moves nothing of the display. */
export function handStep(model: RigModel, step: BringUpStep): HandShow | undefined {
  const places = placesOf(model);
  const { does } = step;
  if (!places) return undefined;
  if (does.kind === "toggle") {
    const line = places.get(does.line)!;
    return {
      openDrain: openDrainOf(model, places),
      setUp: allAt(model, places, (one) => pulledLines(model).has(one)),
      faces: [[[{ line, level: 1 }]], [[{ line, level: 0 }]]],
      interval: TOGGLED_MS,
    };
  }
  if (does.kind === "search" || does.kind === "echo") return undefined;
  // What reacts needs a program of its own: a hand only shows what is known beforehand.
  if (does.kind === "show") return model.rig.live ? undefined : showOf(model, model.rig.show.interval);
  const rig = rigOfStep(model, step);
  return rig && showOf(modelOf(rig), "interval" in does ? does.interval : HELD_MS);
}

/** What the hand does to put a pattern out. */
export const handPattern = (model: RigModel, text: string): HandShow | undefined =>
  showOf(modelOf(rigShowing(model.rig, [text], HELD_MS)), HELD_MS);

/** What the hand does to hold a rig while one measures: the first slot alone, and nothing moves. */
export function handHold(model: RigModel, { high }: Hold): HandShow | undefined {
  const places = placesOf(model);
  if (!places) return undefined;
  if (high === undefined) {
    const show = handPattern(model, alone(model, 0, FULL));
    return show && { ...show, faces: show.faces.map((slots) => slots.slice(0, 1)) };
  }
  const pulled = pulledLines(model);
  return {
    openDrain: openDrainOf(model, places),
    setUp: allAt(model, places, (line) => high.includes(line) || (pulled.has(line) && high.length === 0)),
    faces: [],
    interval: HELD_MS,
  };
}
