import type { RigModel } from "../address";
import { World } from "../inputs";
import { boardOf, runProgram, startProgram, type Program, type TimedEvent } from "../program";
import { controllerById } from "../rig";

/** What a rig's program does from power-up, with nobody's hand on it. */
export function programEvents(model: RigModel, program: Program): Iterable<TimedEvent> {
  const controller = controllerById(model.rig.plan.controller);
  if (!program.live) return runProgram(program, controller.cost);
  const world = new World(model);
  world.knowUntil(Infinity);
  const { events } = startProgram(program, boardOf(controller), world);
  return { [Symbol.iterator]: () => events };
}
