import type { Program } from "../program";
import type { UnitRef } from "../rig";
import type { Work } from "./reacting";
import type { Simulation } from "./simulation";

/** What a rig that reacts is at: its values, what it switches, where its hands are. */
export interface LiveNow extends Partial<Work> {
  readonly values: Readonly<Record<string, number>>;
  readonly outputs: Readonly<Record<UnitRef, boolean>>;
  readonly hands: Readonly<Record<UnitRef, number>>;
  /** The lines that were sent over the serial line last; left out where none can be. */
  readonly told?: readonly string[];
}

/** Lines of serial text one looks back on. */
export const LOOKED_BACK = 6;

/** Undefined of a program that does not react. */
export function liveNow({ live }: Program, simulation: Simulation): LiveNow | undefined {
  if (!live) return undefined;
  return {
    values: Object.fromEntries(
      live.shown.map(({ name, worth }) => [name, worth((variable) => simulation.variable(variable) ?? 0)]),
    ),
    outputs: Object.fromEntries(
      live.outputs.map(({ unit, variable }) => [unit, simulation.variable(variable) === 1]),
    ),
    hands: simulation.hands(),
    ...simulation.work()!,
    ...(live.talks ? { told: simulation.told.slice(-LOOKED_BACK).map(({ text }) => text) } : {}),
  };
}
