import { placesOf, stateFor, type DriveState, type RigModel } from "../address";
import { pipsIn, pointAt } from "../circuit";
import type { Place } from "../rig";
import type { Measure } from "./measure";

/** Up to so many bits every state is looked at; beyond, the worst is climbed to. */
const EXHAUSTIVE_BITS = 12;

export interface Worst {
  readonly value: number;
  /** What the program has put out in that state. */
  readonly state: DriveState;
}

export interface Search {
  readonly worst: readonly Worst[];
  /** States looked at. */
  readonly states: number;
  /** Every state there is was looked at. */
  readonly complete: boolean;
}

/** Something that can be turned over: a bit, a line, or the step a ring stands at. */
interface Knob {
  readonly place?: Place;
  readonly ring?: { readonly unit: string; readonly step: number };
}

/** How far the worst is looked for: only in what the scan puts out, or in any state its bits can take. */
export type Reach = "scan" | "any";

/**
 * Finds, for each measure, the state in which it is greatest: among everything the scan can put out (any LEDs of one
 * slot lit), and among all states the bits can take, as at power-up or after a program has gone astray.
 */
export function searchWorst(model: RigModel, measures: readonly Measure[], reach: Reach): Search {
  const nothing: DriveState = { bytes: [], levels: {}, steps: {} };
  const worst: Worst[] = measures.map(() => ({ value: -Infinity, state: nothing }));
  let states = 0;
  const look = (state: DriveState): readonly number[] => {
    states += 1;
    const point = pointAt(model, state);
    return measures.map((measure, at) => {
      const value = measure.of(point);
      // A hair more is rounding, not a worse state: the first one found stays.
      if (value > worst[at]!.value + 1e-12) worst[at] = { value, state };
      return value;
    });
  };
  if (model.encoding.buses) {
    // What a chip scans by itself: an LED carries most alone in its turn, a digit and the whole most when all are lit.
    for (const lit of [model.addresses.map(({ pip }) => pip), ...model.addresses.map(({ pip }) => [pip])])
      look(stateFor(model.wired, new Set(lit)));
    return { worst, states, complete: true };
  }
  const domains =
    reach === "scan"
      ? model.slots.map((digits) => {
          const pips = pipsIn(model, digits);
          return {
            size: pips.length,
            make: (on: readonly boolean[]) => stateFor(model.wired, new Set(pips.filter((_, at) => on[at]))),
            starts: [] as boolean[][],
          };
        })
      : [anyState(model)];
  let complete = true;
  for (const { size, make, starts } of domains) {
    if (size <= EXHAUSTIVE_BITS) {
      for (let state = 0; state < 2 ** size; state += 1)
        look(make(Array.from({ length: size }, (_, at) => ((state >> at) & 1) === 1)));
      continue;
    }
    complete = false;
    climbAll(size, make, starts, look);
  }
  return { worst, states, complete };
}

function anyState(model: RigModel) {
  const knobs = knobsOf(model);
  return {
    size: knobs.length,
    make: (on: readonly boolean[]) => stateWith(model, knobs, on),
    starts: scanStates(model, knobs),
  };
}

/** From all on, all off, each alone and the given starts: for every measure up the hill from its best start. */
function climbAll(
  size: number,
  make: (on: readonly boolean[]) => DriveState,
  given: readonly boolean[][],
  look: (state: DriveState) => readonly number[],
): void {
  const all = (on: boolean) => Array<boolean>(size).fill(on);
  const starts = [
    all(true),
    all(false),
    ...Array.from({ length: size }, (_, only) => all(false).map((__, at) => at === only)),
    ...given,
  ];
  const seen = starts.map((start) => look(make(start)));
  const objectives = seen[0]?.length ?? 0;
  for (let objective = 0; objective < objectives; objective += 1) {
    let best = 0;
    seen.forEach((values, at) => {
      if (values[objective]! > seen[best]![objective]!) best = at;
    });
    climb(starts[best]!, (on) => look(make(on))[objective]!);
  }
}

function knobsOf(model: RigModel): Knob[] {
  const rings = model.wired.rings.flatMap(({ unit }) => {
    const steps = new Set(
      model.wired.pips.flatMap(({ needs }) => needs.flatMap((need) => ("ring" in need ? [need.step] : []))),
    );
    return [...steps].map((step): Knob => ({ ring: { unit, step } }));
  });
  return [...placesOf(model.wired).map((place): Knob => ({ place })), ...rings];
}

function stateWith(model: RigModel, knobs: readonly Knob[], on: readonly boolean[]): DriveState {
  const bytes = Array<number>(model.wired.byteCount).fill(0);
  const levels: Record<string, 0 | 1> = {};
  const steps: Record<string, number> = {};
  knobs.forEach(({ place, ring }, at) => {
    if (place && "line" in place) levels[place.line] = on[at] ? 1 : 0;
    else if (place && on[at]) bytes[place.byte]! |= 1 << place.bit;
    // A ring stands at one step only: the first that is turned on.
    if (ring && on[at] && steps[ring.unit] === undefined) steps[ring.unit] = ring.step;
  });
  return { bytes, levels, steps };
}

const onOf = (knobs: readonly Knob[], { bytes, levels, steps }: DriveState): boolean[] =>
  knobs.map(({ place, ring }) => {
    if (ring) return steps[ring.unit] === ring.step;
    if (place && "line" in place) return levels[place.line] === 1;
    return place !== undefined && (((bytes[place.byte] ?? 0) >> place.bit) & 1) === 1;
  });

/** What the scan itself puts out: each slot with everything lit, and all digits at once as a fault would have it. */
function scanStates(model: RigModel, knobs: readonly Knob[]): boolean[][] {
  const groups = [...model.slots, model.digits];
  return groups.map((digits) => {
    const lit = new Set(
      model.addresses
        .map(({ pip }) => pip)
        .filter((pip) => digits.some(({ unit, digit }) => pip.startsWith(`${unit}.${digit}.`))),
    );
    return onOf(knobs, stateFor(model.wired, lit));
  });
}

/** Turns single bits over as long as one of them makes it worse. */
function climb(start: readonly boolean[], value: (on: readonly boolean[]) => number): void {
  let here = [...start];
  let best = value(here);
  for (let better = true; better;) {
    better = false;
    for (let at = 0; at < here.length; at += 1) {
      const turned = here.map((on, place) => (place === at ? !on : on));
      const found = value(turned);
      if (found > best + 1e-12) {
        here = turned;
        best = found;
        better = true;
      }
    }
  }
}
