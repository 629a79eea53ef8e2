import {
  cellPips,
  gridOf,
  heldPips,
  pipsOfPicture,
  stateFor,
  type DotGrid,
  type DriveState,
  type RigModel,
} from "../address";
import { blankBitmap, coverOf } from "../dots";
import type { Cell } from "../glyph";
import { digitKey, digitOf, isOnDigit, type PipId } from "../rig";
import { lazily } from "../remember";
import type { Frame } from "../show";
import { updateWrites } from "./driver-writes";
import type { Drawing, Program, ProgramFrame, SlotState } from "./types";

/** What a display is to show: a cell for every digit, or a picture of dots. */
export type FaceToShow = Pick<Frame, "cells" | "bitmap">;

/** The face on which nothing is lit. */
export const blankFace = (model: RigModel, grid: DotGrid | undefined): Frame =>
  grid
    ? { text: "", cells: [], cut: false, time: 0, bitmap: () => blankBitmap(grid.width, grid.height) }
    : { text: "", cells: model.digits.map((): Cell => ({ glyph: " ", point: false })), cut: false };

/** Turns a face into the states of its slots. */
export type StateMaker = (frame: Frame) => SlotState[];

/** The states of the slots in which these LEDs are lit: what is put out for each, and how a ring gets there. */
export function slotStates(
  model: RigModel,
  direct: readonly string[],
): (litInSlots: ReadonlyArray<ReadonlySet<PipId>>) => SlotState[] {
  const { encoding } = model;
  const ring = encoding.rings[0];
  return (litInSlots) => {
    let stands = 0;
    return litInSlots.map((lit, slot): SlotState => {
      const state = stateFor(encoding, lit);
      const step = ring && ringStep(model, slot);
      const reset = slot === 0;
      const clocks = ring ? (reset ? step! : Math.max(0, step! - stands)) : 0;
      if (ring) stands = step!;
      return {
        slot,
        bytes: state.bytes,
        levels: direct.map((line) => state.levels[line] ?? 0),
        ...(ring ? { ring: { reset, clocks } } : {}),
        ...(state.memory ? { writes: updateWrites(model, state.memory), memory: state.memory } : {}),
      };
    });
  };
}

/** Makes the states of a face's slots. */
export function stateMaker(model: RigModel, direct: readonly string[]): StateMaker {
  const { slots, digits } = model;
  const grid = gridOf(model);
  const slotOf = new Map(slots.flatMap((ids, slot) => ids.map((id) => [digitKey(id), slot] as const)));
  const litInSlots = ({ cells, bitmap, nth }: Frame): ReadonlyArray<ReadonlySet<PipId>> => {
    const held = heldPips(model, nth);
    const lit = slots.map(() => new Set<PipId>(held));
    if (grid && bitmap) {
      for (const pip of pipsOfPicture(model, grid, bitmap())) {
        lit[slotOf.get(digitOf(pip)) ?? 0]!.add(pip);
      }
      return lit;
    }
    slots.forEach((inSlot, slot) => {
      for (const id of inSlot) {
        const cell = cells[digits.indexOf(id)];
        if (cell) for (const pip of cellPips(model, cell, id)) lit[slot]!.add(pip);
      }
    });
    return lit;
  };
  const statesOf = slotStates(model, direct);
  return (frame) => statesOf(litInSlots(frame));
}

/** Dots whose states are kept at once: the states of a long run are made when they are shown, and forgotten. */
const KEPT_DOTS = 65_536;

/** Faces with their states. Those of a sign are only made when they are asked for; some of the last ones are kept. */
export function withStates(
  shown: readonly Frame[],
  make: StateMaker,
  period: number | undefined,
  grid: DotGrid | undefined,
  drawn: boolean,
): ProgramFrame[] {
  if (!grid) return shown.map((frame) => ({ ...frame, states: make(frame) }));
  const most = Math.max(8, Math.floor(KEPT_DOTS / (grid.width * grid.height)));
  const kept = new Map<Frame, SlotState[]>();
  const statesOf = (frame: Frame): SlotState[] => {
    const known = kept.get(frame);
    if (known) return known;
    const made = make(frame);
    kept.set(frame, made);
    if (kept.size > most) kept.delete(kept.keys().next().value!);
    return made;
  };
  return shown.map((frame) => ({
    ...frame,
    ...(period === undefined ? {} : { scans: scansIn(frame.time ?? 0, period) }),
    ...(!drawn ? {} : { drawing: () => drawingOf(frame, grid) }),
    get states() {
      return statesOf(frame);
    },
  }));
}

/** A face whose states are made when they are asked for. */
export function withState(frame: Frame, make: StateMaker): ProgramFrame {
  const states = lazily(() => make(frame));
  return {
    ...frame,
    get states() {
      return states();
    },
  };
}

/** What a sketch has to draw of a face. */
function drawingOf({ view }: Frame, { width, height }: DotGrid): Drawing {
  const dots = width * height;
  if (!view) return { dots, covered: 0, inverted: 0 };
  const seen = view();
  const { covered, ink } = coverOf(seen, width, height);
  return { dots, covered, inverted: ink + (seen.inverted ? dots : 0) };
}

/** The step of the ring at which a slot's digit is on, whatever is lit there. */
function ringStep(model: RigModel, slot: number): number {
  const id = model.slots[slot]![0]!;
  for (const { pip, needs } of model.encoding.pips) {
    if (!isOnDigit(pip, id)) continue;
    for (const need of needs) if ("ring" in need) return need.step;
  }
  return 0;
}

/** What a slot's state means to the wires, for solving the circuit. */
export function driveState(program: Program, model: RigModel, state: SlotState): DriveState {
  const ring = model.encoding.rings[0];
  return {
    bytes: state.bytes,
    levels: Object.fromEntries(program.direct.map((line, at) => [line, state.levels[at]!])),
    memory: state.memory,
    steps: ring ? { [ring.unit]: ringStep(model, state.slot) } : {},
  };
}

/** How many turns of the scan make up a time in ms, at the time the calls really take. */
export const scansIn = (time: number, period: number): number =>
  Math.max(1, Math.round((time * 1e6) / period));
