import { usedLines, type RigModel } from "@/core/address";
import { World } from "@/core/inputs";
import {
  USUAL_KEEP,
  boardOf,
  liveProblems,
  logicCost,
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
  /** What outlives a power cut: bytes, places it goes round over, and how many s that lasts if it changes all the time. */
  readonly kept?: {
    readonly size: number;
    readonly places: number;
    readonly lasts: number;
    /** Seconds a write takes at the most, in which nothing else is done. */
    readonly takes: number;
  };
  /** Once through the loop while nothing happens; in logic, at the most. */
  readonly pass: Nanoseconds;
  /** Of logic: bits of its registers. */
  readonly registers?: number;
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
    ...keptOf(model, program),
    ...(logicCost(model, program) ?? { pass: passTime(model, program) }),
  };
}

function keptOf({ rig }: RigModel, { live }: Program): Pick<LiveLook, "kept"> {
  const { eeprom } = controllerById(rig.plan.controller);
  if (!live?.kept || !eeprom) return {};
  const { every } = rig.live?.keep ?? USUAL_KEEP;
  return {
    kept: {
      ...live.kept,
      lasts: (eeprom.endures * live.kept.places * every) / 1000,
      takes: (live.kept.size * eeprom.write) / 1e9,
    },
  };
}

function passTime(model: RigModel, program: Program): Nanoseconds {
  const world = new World(model);
  world.knowUntil(SETTLED);
  const run = startProgram(program, boardOf(controllerById(model.rig.plan.controller)), world);
  for (let next = run.events.next(); !next.done && next.value.at < SETTLED; next = run.events.next());
  return run.passTime();
}
