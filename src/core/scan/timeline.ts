import { groupBy } from "../collect";
import { gridOf, type RigModel } from "../address";
import { makeBitmap } from "../dots";
import { MARKS, type Cell } from "../glyph";
import { holdingFrame, scanPeriod, type FaceToShow } from "../program";
import type { Milliamps, Nanoseconds } from "../quantity";
import { controllerById, digitOf, type PipId, digitKey } from "../rig";
import { Simulation } from "../sim";
import type { Span } from "./camera";

/** One turn of the scan as it really runs, found by simulating it. */
export interface Timeline {
  readonly period: Nanoseconds;
  /** When each digit is lit, in reading order, from the start of its turn. */
  readonly digits: ReadonlyArray<readonly Span[]>;
  /** Average over the turn, and the most at any moment while lit. */
  readonly average: ReadonlyMap<PipId, Milliamps>;
  readonly peak: ReadonlyMap<PipId, Milliamps>;
}

/** An LED that carries less than this does not count as lit. */
const LIT: Milliamps = 0.05;
const SETTLING_TURNS = 2;
const MOST_EVENTS = 100_000;

export const ALL_LIT: Cell = { glyph: "8", point: true, marks: MARKS };

/** Every place of the display fully lit. */
export function allLit(model: RigModel): FaceToShow {
  const grid = gridOf(model);
  if (grid) return { cells: [], bitmap: () => makeBitmap(grid.width, grid.height, () => 1) };
  return { cells: model.digits.map(() => ALL_LIT) };
}

/** Runs a face until it has settled and follows one whole turn. */
export function timelineOf(model: RigModel, face: FaceToShow): Timeline {
  const program = holdingFrame(model, face);
  const { cost } = controllerById(model.rig.plan.controller);
  const still = program.on.length === 1;
  const period = still ? 1e6 : scanPeriod(program, cost);
  const simulation = new Simulation(model, program);
  const start = settledStart(simulation, still);
  const end = start + period;
  const pips = model.addresses.map(({ pip }) => pip);
  const charge = pips.map(() => 0);
  const peak = pips.map(() => 0);
  const byDigit = groupBy([...pips.keys()], (at) => digitOf(pips[at]!));
  const groups = model.digits.map((id) => byDigit.get(digitKey(id)) ?? []);
  const spans = model.digits.map((): { from: number; to: number }[] => []);
  while (simulation.time < end) {
    const from = Math.max(simulation.time, start);
    const { currents } = simulation;
    const until = Math.min(end, simulation.nextAt ?? end);
    currents.forEach((current, at) => {
      charge[at]! += current * (until - from);
      if (until > from) peak[at] = Math.max(peak[at]!, current);
    });
    groups.forEach((group, digit) => {
      if (until <= from || !group.some((at) => currents[at]! > LIT)) return;
      const list = spans[digit]!;
      const last = list[list.length - 1];
      if (last && last.to === from - start) last.to = until - start;
      else list.push({ from: from - start, to: until - start });
    });
    if (simulation.nextAt === undefined || simulation.nextAt >= end) break;
    simulation.advance();
  }
  return {
    period,
    digits: spans,
    average: new Map(pips.map((pip, at) => [pip, charge[at]! / period])),
    peak: new Map(pips.map((pip, at) => [pip, peak[at]!])),
  };
}

/** Runs on to the start of a turn once nothing of the set-up is left. @returns when that turn begins */
function settledStart(simulation: Simulation, still: boolean): Nanoseconds {
  if (still) {
    while (simulation.nextAt !== undefined) simulation.advance();
    return simulation.time;
  }
  let scans = 0;
  for (let events = 0; events < MOST_EVENTS; events += 1) {
    if (simulation.beginsScan && ++scans > SETTLING_TURNS) break;
    if (!simulation.advance()) break;
  }
  return simulation.nextAt ?? simulation.time;
}
