import { groupBy } from "../collect";
import { bitPlace, placesOf, stateFor, type Driver, type DriveState, type RigModel } from "../address";
import { busFacts, type MemoryCell } from "../chips";
import { circuitOf, litTogether } from "../circuit";
import { isBusChip } from "../parts";
import { digitOf, type PipId, type Place, type UnitRef, digitKey } from "../rig";
import { chipScans } from "../scan";
import { drivenLines, worstPoint } from "./at-worst";
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

/** Something that can be turned over: a bit, a line, the step a ring stands at, or a port of an expander. */
interface Knob {
  readonly place?: Place;
  readonly ring?: { readonly unit: UnitRef; readonly step: number };
  readonly port?: Extract<Driver, { kind: "port" }>;
}

/** The bit of its chip's memory a port is. */
const cellOf = (model: RigModel, { unit, at }: Extract<Driver, { kind: "port" }>): MemoryCell => {
  const part = model.part(unit);
  return isBusChip(part) ? busFacts(part).memory.cell(0, at) : { address: 0, bit: at };
};

/** How far the worst is looked for: only in what the scan puts out, or in any state its bits can take. */
export type Reach = "scan" | "any";

/** States of one kind: made from as many switches as it has, with where to start looking. */
interface Domain {
  readonly size: number;
  readonly make: (on: readonly boolean[]) => DriveState;
  readonly starts: readonly boolean[][];
}

/**
 * Finds, for each measure, the state in which it is greatest: among everything the scan can put out (any LEDs of one
 * slot lit), and among all states the bits can take, as at power-up or after a program has gone astray. Outputs are
 * taken at the strong end of their tolerance.
 * @param also states that are looked at in any case: what the show itself puts out
 */
export function searchWorst(
  model: RigModel,
  measures: readonly Measure[],
  reach: Reach,
  also: readonly DriveState[],
): Search {
  const nothing: DriveState = { bytes: [], levels: {}, steps: {} };
  const worst: Worst[] = measures.map(() => ({ value: -Infinity, state: nothing }));
  const values = measures.map(({ of, ofAny }) => (reach === "any" ? (ofAny ?? of) : of));
  let states = 0;
  const look = (state: DriveState): readonly number[] => {
    states += 1;
    const point = worstPoint(model, state);
    return values.map((of, at) => {
      const value = of(point);
      // A hair more is rounding, not a worse state: the first one found stays.
      if (value > worst[at]!.value + 1e-12) worst[at] = { value, state };
      return value;
    });
  };
  if (chipScans(model).length > 0) scannedStates(model).forEach(look);
  else {
    also.forEach(look);
    // They are mostly among those that follow, and are not counted twice.
    states = 0;
  }
  let complete = true;
  for (const { size, make, starts } of domainsOf(model, reach)) {
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

/**
 * What chips that scan by themselves have to be seen in: an LED carries most alone in its turn, a digit and the whole
 * most when all are lit. Turns do not touch each other, so one LED of every turn is looked at in one go.
 */
function scannedStates(model: RigModel): DriveState[] {
  const slots = chipScans(model).flatMap((chip) => chip.slots.map((slot) => slot.map(({ pip }) => pip)));
  const most = Math.max(0, ...slots.map((slot) => slot.length));
  const alone = Array.from({ length: most }, (_, at) =>
    slots.flatMap((slot): PipId[] => (slot[at] === undefined ? [] : [slot[at]])),
  );
  return [model.addresses.map(({ pip }) => pip), ...alone].map((lit) => stateFor(model.wired, new Set(lit)));
}

/** What the scan can put out, slot by slot: LEDs of one slot and lamps are lit in any combination, of two slots never together. */
function domainsOf(model: RigModel, reach: Reach): Domain[] {
  if (reach === "any") return [anyState(model)];
  // Beside chips that scan by themselves there is nothing for the program's own scan to vary.
  if (chipScans(model).length > 0) return [];
  return litTogether(model).map((pips) => ({
    size: pips.length,
    make: (on: readonly boolean[]) => stateFor(model.wired, new Set(pips.filter((_, at) => on[at]))),
    starts: [],
  }));
}

function anyState(model: RigModel): Domain {
  const knobs = knobsOf(model);
  return {
    size: knobs.length,
    make: (on) => stateWith(model, knobs, on),
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
  // Most hills are climbed over the same few states: each is looked at once.
  const known = new Map<string, readonly number[]>();
  const valuesAt = (on: readonly boolean[]): readonly number[] => {
    const key = on.map(Number).join("");
    const values = known.get(key) ?? look(make(on));
    known.set(key, values);
    return values;
  };
  const seen = starts.map(valuesAt);
  const objectives = seen[0]?.length ?? 0;
  for (let objective = 0; objective < objectives; objective += 1) {
    let best = 0;
    seen.forEach((values, at) => {
      if (values[objective]! > seen[best]![objective]!) best = at;
    });
    climb(starts[best]!, (on) => valuesAt(on)[objective]!);
  }
}

/**
 * Every bit and line of the program that reaches any net of the circuit, whether it lights an LED or not: two outputs
 * on one wire fight each other also where no LED hangs on them.
 */
function knobsOf(model: RigModel): Knob[] {
  const { wired, chain } = model;
  const driven = drivenLines(model);
  const places = new Map<string, Place>();
  const add = (place: Place) => places.set(JSON.stringify(place), place);
  placesOf(wired).forEach(add);
  const ports: Knob[] = [];
  for (const driver of circuitOf(model).outputs) {
    if (driver.kind === "line" && driven.has(driver.line)) add({ line: driver.line });
    if (driver.kind === "port") ports.push({ port: driver });
    const at = driver.kind === "register" ? chain.chips.indexOf(driver.unit) : -1;
    if (driver.kind !== "register" || at < 0) continue;
    const { byte, bit } = bitPlace(at, driver.stage, chain.chips.length, wired.bitOrder);
    add({ byte, bit });
  }
  const rings = wired.rings.flatMap(({ unit }) => {
    const steps = new Set(
      circuitOf(model).outputs.flatMap((driver) =>
        driver.kind === "step" && driver.unit === unit ? [driver.step] : [],
      ),
    );
    return [...steps].map((step): Knob => ({ ring: { unit, step } }));
  });
  return [...[...places.values()].map((place): Knob => ({ place })), ...rings, ...ports];
}

function stateWith(model: RigModel, knobs: readonly Knob[], on: readonly boolean[]): DriveState {
  const bytes = Array<number>(model.wired.byteCount).fill(0);
  const levels: Record<string, 0 | 1> = {};
  const steps: Record<string, number> = {};
  const memory: Record<string, number[]> = {};
  knobs.forEach(({ place, ring, port }, at) => {
    if (port) {
      const { address, bit } = cellOf(model, port);
      const held = (memory[port.unit] ??= []);
      held[address] = (held[address] ?? 0) | (on[at] ? 1 << bit : 0);
    }
    if (place && "line" in place) levels[place.line] = on[at] ? 1 : 0;
    else if (place && on[at]) bytes[place.byte]! |= 1 << place.bit;
    // A ring stands at one step only: the first that is turned on.
    if (ring && on[at] && steps[ring.unit] === undefined) steps[ring.unit] = ring.step;
  });
  return { bytes, levels, steps, ...(model.wired.buses ? { memory } : {}) };
}

const onOf = (
  model: RigModel,
  knobs: readonly Knob[],
  { bytes, levels, steps, memory }: DriveState,
): boolean[] =>
  knobs.map(({ place, ring, port }) => {
    if (port) {
      const { address, bit } = cellOf(model, port);
      return (((memory?.[port.unit]?.[address] ?? 0) >> bit) & 1) === 1;
    }
    if (ring) return steps[ring.unit] === ring.step;
    if (place && "line" in place) return levels[place.line] === 1;
    return place !== undefined && (((bytes[place.byte] ?? 0) >> place.bit) & 1) === 1;
  });

/** What the scan itself puts out: each slot with everything lit, and all digits at once as a fault would have it. */
function scanStates(model: RigModel, knobs: readonly Knob[]): boolean[][] {
  const groups = [...model.slots, model.digits];
  const pips = groupBy(
    model.addresses.map(({ pip }) => pip),
    digitOf,
  );
  return groups.map((digits) => {
    const lit = new Set(digits.flatMap((digit) => pips.get(digitKey(digit)) ?? []));
    return onOf(model, knobs, stateFor(model.wired, lit));
  });
}

/** Turns single bits over as long as one of them makes it worse. */
function climb(start: readonly boolean[], value: (on: readonly boolean[]) => number): void {
  let here = [...start];
  let best = value(here);
  for (let better = true; better;) {
    better = false;
    for (let at = 0; at < here.length; at += 1) {
      const changed = here.map((on, place) => (place === at ? !on : on));
      const found = value(changed);
      if (found > best + 1e-12) {
        here = changed;
        best = found;
        better = true;
      }
    }
  }
}
