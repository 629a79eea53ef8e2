import { modelOf, type RigModel } from "../address";
import { World, rawMoves, type Move } from "../inputs";
import { boardOf, buildProgram, startProgram } from "../program";
import type { Nanoseconds } from "../quantity";
import { DEBOUNCE_WAYS, controllerById, type DebounceWay, type UnitRef } from "../rig";

/** A level from a moment on. */
export interface Edge {
  readonly at: Nanoseconds;
  readonly down: boolean;
}

/** What one way of taking a contact makes of a press. */
export interface TakenContact {
  readonly way: DebounceWay;
  readonly edges: readonly Edge[];
  /** Presses it counts. */
  readonly presses: number;
  /** From the first touch until the program takes it for pressed; undefined where it never does. */
  readonly late: Nanoseconds | undefined;
}

/** A press and its release, as the contact has them and as each way takes them. */
export interface ContactView {
  readonly unit: UnitRef;
  readonly key?: string;
  readonly length: Nanoseconds;
  readonly contact: readonly Edge[];
  readonly taken: readonly TakenContact[];
}

const [PRESS_MS, RELEASE_MS, LENGTH_MS] = [60, 160, 280];
/** How often is looked, in ns. */
const STEP: Nanoseconds = 100_000;

/**
 * Presses a contact for a tenth of a second, with its bounce, and runs the rig's program on it once for each way of taking
 * it: what the contact does and what becomes of it. Undefined where nothing reads it.
 */
export function contactView(model: RigModel, unit: UnitRef, key?: string): ContactView | undefined {
  const { rig } = model;
  if (!rig.live) return undefined;
  const named = key === undefined ? {} : { key };
  const moves: Move[] = [
    { at: PRESS_MS, press: unit, ...named },
    { at: RELEASE_MS, release: unit, ...named },
  ];
  const raw = moves.flatMap((move) => rawMoves(rig, move));
  const contact = raw.flatMap((move) => ("byte" in move ? [] : [{ at: move.at, down: move.to === 1 }]));
  const taken = DEBOUNCE_WAYS.flatMap((way): TakenContact[] => {
    const tried = modelOf({ ...rig, live: { ...rig.live!, debounce: { ...rig.live!.debounce, way } } });
    const edges = takenBy(tried, moves, unit, key);
    if (!edges) return [];
    const first = edges.find(({ down }) => down);
    return [
      {
        way,
        edges,
        presses: edges.filter(({ down }) => down).length,
        late: first && first.at - PRESS_MS * 1e6,
      },
    ];
  });
  return taken.length === 0 ? undefined : { unit, ...named, length: LENGTH_MS * 1e6, contact, taken };
}

function takenBy(
  model: RigModel,
  moves: readonly Move[],
  unit: UnitRef,
  key: string | undefined,
): Edge[] | undefined {
  const program = buildProgram(model);
  const taken = program.live?.contacts?.find((one) => one.unit === unit && one.key === key);
  // What cannot interrupt is read otherwise: there is nothing to see of this way.
  if (!taken || (model.rig.live!.debounce.way === "interrupt" && !taken.interrupts)) return undefined;
  const { variable } = taken;
  const world = new World(model);
  world.add(moves.flatMap((move) => rawMoves(model.rig, move)));
  const run = startProgram(program, boardOf(controllerById(model.rig.plan.controller)), world);
  const edges: Edge[] = [];
  let was = false;
  for (let now = STEP; now <= LENGTH_MS * 1e6; now += STEP) {
    world.knowUntil(now);
    for (let next = run.events.next(); !next.done && next.value.at < now; next = run.events.next());
    const down = run.look(variable) === 1;
    if (down !== was) edges.push({ at: now, down });
    was = down;
  }
  return edges;
}
