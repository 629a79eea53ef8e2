import {
  byteIn,
  cellPips,
  cellState,
  digitBytes,
  directLines,
  gridOf,
  pipsOfPicture,
  placeOfDigit,
  type DriveState,
  type RigModel,
} from "../address";
import { HIGH, LOW, UNKNOWN, type Bit, type Level } from "../level";
import { GLYPHS, cellSegments, inOrder, joinCells, showsGlyph, type Cell, type PipName } from "../glyph";
import {
  buildProgram,
  burstOf,
  updateWrites,
  type Program,
  type ProgramFrame,
  type SlotState,
  type Statement,
} from "../program";
import type { Milliamps, Nanoseconds } from "../quantity";
import { lazily, remembered } from "../remember";
import {
  controllerById,
  splitPipId,
  type ChainUse,
  type PipId,
  type UnitRef,
  pipId,
  type DigitId,
} from "../rig";
import { Board } from "./board";
import { readShown, scannedPips } from "./scan-light";
import { shownOnAll, type Lights, type Shown } from "./shown";
import type { PipLight, PipState } from "./face";
import { Simulation } from "./simulation";

/** What a line is to the program: one of the chain's, or one that drives something directly. */
export type StepUse = ChainUse | "direct";

/** One moment of a send: a line changes, and what the registers hold after it. */
export interface SendStep {
  readonly at: Nanoseconds;
  readonly use: StepUse;
  readonly line: string;
  readonly level: 0 | 1;
  readonly statement: Statement;
  /** The bit's turn, from 0, for the edges that shift it. */
  readonly nth: number | undefined;
  readonly lights: Lights;
  readonly chips: ReadonlyArray<{
    readonly ref: UnitRef;
    readonly stages: readonly Bit[];
    readonly latched: readonly Bit[];
  }>;
}

export interface SendTrace {
  readonly bytes: readonly number[];
  readonly steps: readonly SendStep[];
  readonly before: Pick<SendStep, "chips" | "lights">;
  readonly duration: Nanoseconds;
}

/** A state as the program puts it out in the first slot. */
function slotState(model: RigModel, { bytes, levels, steps, memory }: DriveState): SlotState {
  const ring = model.encoding.rings[0];
  return {
    slot: 0,
    bytes,
    levels: directLines(model.encoding).map((line) => levels[line] ?? 0),
    ...(ring ? { ring: { reset: true, clocks: steps[ring.unit] ?? 0 } } : {}),
    ...(memory ? { writes: updateWrites(model, memory), memory } : {}),
  };
}

/** A state of which only the bytes of the chain are given; lines stay at what lights nothing. */
export const stateOfBytes = (model: RigModel, bytes: readonly number[]): DriveState => ({
  ...cellState(model, { glyph: " ", point: false }),
  bytes,
});

/** A program that only sets the lines up and holds a state. */
export const holdingProgram = (model: RigModel, state: DriveState): Program => sendOnly(model, [state]);

/** A program with something changed that a code may get wrong. */
export type ChangedProgram = (program: Program) => Program;
const asItIs: ChangedProgram = (program) => program;

/** A program that only puts out these states, one after the other, with a pause between. */
function sendOnly(model: RigModel, states: readonly DriveState[], change = asItIs): Program {
  // What makes faces as it runs puts out no state it is given.
  const { live: _live, variables: _variables, ...program } = change(buildProgram(model));
  return {
    ...program,
    darken: [],
    tick: [],
    on: program.on.slice(0, 1),
    frames: states.map((state): ProgramFrame => ({
      text: "",
      cells: [],
      cut: false,
      states: [slotState(model, state)],
    })),
    setup: [
      ...program.setup.filter(({ do: what }) => what === "line-mode" || what === "set-up-chips"),
      {
        do: "for-each-frame",
        body: [
          { do: "show", state: "slot" },
          { do: "wait", time: 1 },
        ],
      },
    ],
    loop: [],
  };
}

/** Follows one state being put out, edge by edge, with the stages and outputs of every register after each. */
export function traceSend(model: RigModel, state: DriveState): SendTrace {
  const { cost } = controllerById(model.rig.plan.controller);
  const program = holdingProgram(model, state);
  const board = new Board(model);
  const contents = (): SendStep["chips"] =>
    model.chain.chips.flatMap((ref) => {
      const chip = board.chip(ref);
      return chip ? [{ ref, stages: [...chip.stages], latched: [...chip.latched] }] : [];
    });
  for (const statement of program.setup) if (statement.do === "line-mode") board.drive(statement.line, LOW);
  const before = { chips: contents(), lights: lightsOf(model, board) };
  const { events, duration } = burstOf(program, program.frames[0]!.states[0]!, "send", cost);
  const uses = new Map(Object.entries(program.chain ?? {}).map(([use, line]) => [line, use as ChainUse]));
  let clocked = 0;
  const steps = events.map(({ at, line, level: given, statement }): SendStep => {
    board.drive(line, given, at);
    const level = given === 0 ? 0 : 1;
    const use = uses.get(line) ?? "direct";
    const nth = statement.do === "shift-state" ? clocked : undefined;
    if (use === "clock" && level === 0) clocked += 1;
    return { at, use, line, level, statement, nth: nth, chips: contents(), lights: lightsOf(model, board) };
  });
  return { bytes: state.bytes, steps, before, duration };
}

/** The LEDs whose plus side is high and whose minus side is low; a side nothing drives keeps its LED dark. */
function lightsOf(model: RigModel, board: Board): Lights {
  const lit = new Set<PipId>();
  const unknown = new Set<PipId>();
  const dead = new Set(model.rig.dead);
  for (const { pip, anodeReach, cathodeReach } of model.addresses) {
    if (dead.has(pip)) continue;
    const plus = anodeReach.map(({ driver }) => board.level(driver));
    const minus = cathodeReach.map(({ driver }) => board.level(driver));
    const may = (levels: readonly Level[], on: Level) =>
      levels.some((level) => level === on || level === UNKNOWN);
    if (plus.includes(HIGH) && minus.includes(LOW)) lit.add(pip);
    else if (may(plus, HIGH) && may(minus, LOW)) unknown.add(pip);
  }
  for (const { led, unknown: doubtful } of scannedPips(model, board)) (doubtful ? unknown : lit).add(led.pip);
  return { lit, unknown };
}

interface Faces {
  /** What each digit shows, in reading order. */
  readonly digits: readonly Shown[];
  /** What every LED carries. */
  readonly pips: readonly PipLight[];
}

/** What all digits show after each of these states, put out one after the other through the wires as they are. */
function showStates(model: RigModel, states: readonly DriveState[], change?: ChangedProgram): Faces[] {
  const simulation = new Simulation(model, sendOnly(model, states, change));
  return states.map(() => {
    simulation.advanceToSent();
    const { pips } = simulation.look();
    const inState = (state: PipState) =>
      new Set(pips.filter((pip) => pip.state === state).map(({ pip }) => pip));
    const lights = { lit: inState("lit"), unknown: inState("unknown") };
    return { digits: shownOnAll(model, lights), pips };
  });
}

/** What a digit shows once a state is put out, from power-up. */
export const showState = (model: RigModel, state: DriveState, digit?: DigitId): Shown => {
  const id = digit ?? model.digits[0]!;
  return showStates(model, [state])[0]!.digits[placeOfDigit(model, id.unit, id.digit)]!;
};

/** What all digits show once each load of the chain is put out, one after the other. */
export const showBytes = (model: RigModel, loads: ReadonlyArray<readonly number[]>): Shown[][] =>
  showStates(
    model,
    loads.map((bytes) => stateOfBytes(model, bytes)),
  ).map(({ digits }) => [...digits]);

/** Whether segments are chosen one by one, or by a decoder with shapes of its own. */
const shapedBy = (model: RigModel): "segments" | "decoder" =>
  model.rig.units.some(({ ref }) => model.part(ref).kind === "segment-decoder") ? "decoder" : "segments";

/** One glyph through the code's bytes and back through the wires. */
export interface GlyphRow {
  readonly cell: Cell;
  readonly wanted: readonly PipName[];
  /** As they are sent, or as the digit's bytes of a chip's memory hold them. */
  readonly bytes: readonly number[];
  readonly levels: DriveState["levels"];
  readonly shown: readonly PipName[];
  readonly unknown: readonly PipName[];
  /** The display shows what the glyph asks for, and no other digit shows anything. */
  readonly faithful: boolean;
}

/** Takes cells through the code's bytes and back through the wires of one digit, by default the first. */
export function glyphRows(model: RigModel, cells: readonly Cell[], digit?: DigitId): GlyphRow[] {
  const id = digit ?? model.digits[0];
  if (!id) return [];
  const states = cells.map((cell) => cellState(model, cell, id));
  const lights = showStates(model, states);
  const position = placeOfDigit(model, id.unit, id.digit);
  const inMemory = digitBytes(model.encoding, id);
  return cells.map((cell, at) => {
    const wanted = inOrder([...cellPips(model, cell, id)].map((pip) => splitPipId(pip).segment));
    const { digits } = lights[at]!;
    const { segments, unknown } = digits[position]!;
    const stray = digits.some((shown, place) => place !== position && shown.segments.length > 0);
    return {
      cell,
      wanted,
      bytes: inMemory.length > 0 ? inMemory.map((byte) => byteIn(states[at]!, byte)) : states[at]!.bytes,
      levels: states[at]!.levels,
      shown: segments,
      unknown,
      faithful: unknown.length === 0 && !stray && showsGlyph(cell.glyph, segments, wanted, shapedBy(model)),
    };
  });
}

/** The whole alphabet, the rig's own glyphs behind it, in this wiring's bytes, on one digit; none on dots. */
export function glyphTable(model: RigModel, digit?: DigitId): GlyphRow[] {
  if (gridOf(model)) return [];
  const own = model.rig.glyphs.map(({ glyph }) => glyph).filter((glyph) => !GLYPHS.includes(glyph));
  return glyphRows(
    model,
    [...GLYPHS, ...own].map((glyph) => ({ glyph, point: false })),
    digit,
  );
}

/** One face of the show, slot by slot through the wires as they are. */
export interface FrameRow {
  readonly frame: ProgramFrame;
  /** LEDs each digit should show, and those lit on it, all slots together, in reading order. */
  readonly wanted: ReadonlyArray<readonly PipName[]>;
  readonly shown: ReadonlyArray<readonly PipName[]>;
  readonly unknown: boolean;
  /** What each LED carries at the most, in its own slot. */
  readonly currents: ReadonlyMap<PipId, Milliamps>;
  /** What reads on the face. */
  readonly text: string;
  readonly faithful: boolean;
}

/** Takes every face of the show through the code's states and back through the wires. */
export const frameRows: (model: RigModel) => readonly FrameRow[] = remembered((model: RigModel) =>
  showFramesThrough(model),
);

/** The same of a program that is not as it should be. */
export const frameRowsChanged = (model: RigModel, change: ChangedProgram): readonly FrameRow[] =>
  showFramesThrough(model, change);

/** Pictures of a sign that are put through its wires: they all go the same ways. */
const MOST_PICTURES = 12;

/** Some entries of a long list, evenly spread. */
const someOf = <Entry>(list: readonly Entry[], most: number): readonly Entry[] =>
  list.length <= most
    ? list
    : Array.from({ length: most }, (_, at) => list[Math.floor((at * list.length) / most)]!);

/** What each digit, or row of dots, should show of a face. */
function wantedOf(model: RigModel, frame: ProgramFrame): PipName[][] {
  const leftOut = new Set(model.rig.leftOut);
  const wanted = askedOf(model, frame);
  if (leftOut.size === 0) return wanted;
  return wanted.map((names, at) => {
    const { unit, digit } = model.digits[at]!;
    return names.filter((name) => !leftOut.has(pipId(unit, digit, name)));
  });
}

/** The same, LEDs that are left out among them. */
function askedOf(model: RigModel, { cells, bitmap }: ProgramFrame): PipName[][] {
  const grid = gridOf(model);
  if (grid && bitmap) {
    const lit = pipsOfPicture(model, grid, bitmap());
    return shownOnAll(model, { lit, unknown: new Set() }).map(({ segments }) => [...segments]);
  }
  return model.digits.map((id, at) =>
    inOrder(
      cellSegments(cells[at]!, model.rig.glyphs).filter((name) =>
        model.address(pipId(id.unit, id.digit, name)),
      ),
    ),
  );
}

/** What faces show once they are put out through the wires, on one board where that can be. */
function showFramesThrough(model: RigModel, change?: ChangedProgram): FrameRow[] {
  const program = buildProgram(model);
  const ring = model.encoding.rings[0];
  const frames = someOf(program.frames, gridOf(model) ? MOST_PICTURES : Infinity);
  const statesOf = (frame: ProgramFrame) =>
    frame.states.map((state): DriveState => ({
      bytes: state.bytes,
      levels: Object.fromEntries(program.direct.map((line, at) => [line, state.levels[at]!])),
      steps: ring ? { [ring.unit]: stepsTo(frame, state.slot) } : {},
      memory: state.memory,
    }));
  // Pictures follow each other on one board: setting a long chain up for each of them would take most of the time.
  const inOneRun = gridOf(model) ? showStates(model, frames.flatMap(statesOf), change) : undefined;
  let passed = 0;
  return frames.map((frame) => {
    const count = frame.states.length;
    const lights = inOneRun?.slice(passed, passed + count) ?? showStates(model, statesOf(frame), change);
    passed += count;
    const shown = model.digits.map((_, at) => inOrder(lights.flatMap(({ digits }) => digits[at]!.segments)));
    const wanted = wantedOf(model, frame);
    const right = (at: number): boolean => {
      const cell = frame.cells[at];
      return cell
        ? showsGlyph(cell.glyph, shown[at]!, wanted[at]!, shapedBy(model))
        : shown[at]!.join() === wanted[at]!.join();
    };
    const faithful = model.digits.every((_, at) => right(at));
    const unknown = lights.some(({ digits }) => digits.some((digit) => digit.unknown.length > 0));
    const text = lazily(() =>
      faithful && frame.cells.length > 0
        ? joinCells(frame.cells)
        : readShown(
            model,
            shown.map((segments) => ({ segments })),
          ),
    );
    const currents = new Map<PipId, Milliamps>();
    for (const { pips } of lights)
      for (const { pip, current } of pips) currents.set(pip, Math.max(current, currents.get(pip) ?? 0));
    return {
      frame,
      wanted,
      shown,
      unknown,
      currents,
      get text() {
        return text();
      },
      faithful: !unknown && faithful,
    };
  });
}

/** Clock pulses since the ring's last reset, up to a slot. */
const stepsTo = (frame: ProgramFrame, slot: number): number =>
  frame.states.slice(0, slot + 1).reduce((sum, state) => sum + (state.ring?.clocks ?? 0), 0);
