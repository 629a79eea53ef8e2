import { usedLines, type RigModel } from "@/core/address";
import { World } from "@/core/inputs";
import {
  boardOf,
  liveProblems,
  sketchMemory,
  startProgram,
  type LiveProblem,
  type Program,
} from "@/core/program";
import type { Nanoseconds } from "@/core/quantity";
import { controllerById } from "@/core/rig";

/** What reacting costs, and what of it cannot be done as the rig is. */
export interface LiveLook {
  readonly problems: readonly LiveProblem[];
  /** Lines that are taken, of those the board has. */
  readonly lines: { readonly used: number; readonly of: number };
  readonly memory: ReturnType<typeof sketchMemory>;
  /** Once through the loop while nothing happens. */
  readonly pass: Nanoseconds;
}

/** Long enough for a pass in which nothing happens, in ns. */
const SETTLED: Nanoseconds = 100e6;

/** Undefined of a rig that does not react. */
export function liveLook(model: RigModel, program: Program): LiveLook | undefined {
  if (!program.live) return undefined;
  const controller = controllerById(model.rig.plan.controller);
  const taken = new Set([...usedLines(model), ...program.live.lines.map(({ line }) => line)]);
  return {
    problems: liveProblems(model),
    lines: {
      used: taken.size,
      of: controller.lines.filter(({ unusable }) => !unusable).length,
    },
    memory: sketchMemory(model, program),
    pass: passTime(model, program),
  };
}

function passTime(model: RigModel, program: Program): Nanoseconds {
  const world = new World(model);
  world.knowUntil(SETTLED);
  const run = startProgram(program, boardOf(controllerById(model.rig.plan.controller)), world);
  for (let next = run.events.next(); !next.done && next.value.at < SETTLED; next = run.events.next());
  return run.passTime();
}
