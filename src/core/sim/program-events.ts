import type { RigModel } from "../address";
import { World } from "../inputs";
import { boardOf, runProgram, startProgram, type Program, type TimedEvent } from "../program";
import type { Nanoseconds } from "../quantity";
import { controllerById } from "../rig";

/** How far ahead it is known that no hand moves, in ns: whoever looks on may stop as often. */
const STEP: Nanoseconds = 100e6;

/** What a rig's program does from power-up, with nobody's hand on it. */
export function programEvents(model: RigModel, program: Program): Iterable<TimedEvent> {
  const controller = controllerById(model.rig.plan.controller);
  if (!program.live) return runProgram(program, controller.cost);
  const world = new World(model);
  const { events } = startProgram(program, boardOf(controller), world);
  return untouched(world, events);
}

/** Goes on step by step: what reacts may wait for a hand for ever, and says "nothing" meanwhile. */
function* untouched(world: World, events: Iterator<TimedEvent, void>): Generator<TimedEvent, void> {
  world.knowUntil(STEP);
  for (let next = events.next(); !next.done; next = events.next()) {
    yield next.value;
    if (next.value.at >= world.knownUntil) world.knowUntil(next.value.at + STEP);
  }
}
