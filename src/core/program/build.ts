import {
  busLines,
  cellPips,
  chipOn,
  gridOf,
  pipsOfPicture,
  digitLines,
  directLines,
  isMultiplexed,
  stateFor,
  type DotGrid,
  type DriveState,
  type RigModel,
} from "../address";
import { blankBitmap, coverOf } from "../dots";
import type { Cell } from "../glyph";
import { transportOf } from "../bus";
import { remembered } from "../remember";
import { controllerById, splitPipId, type ChainLines, type PipId, type Scan, type ScanSchool } from "../rig";
import { sceneTitle, showFrames, signRun, type Frame } from "../show";
import { fitDivider, fitPeriods } from "../timing";
import { leastStep, setUpWrites, updateWrites } from "./driver-writes";
import { turnPeriod } from "./run";
import type { Drawing, Program, ProgramFrame, SlotState, Statement } from "./types";

/** Microseconds a slot is held, the last entry standing for all that follow. */
export const onTime = ({ on }: Pick<Scan, "on">, slot: number): number => on[Math.min(slot, on.length - 1)]!;

/** Who really keeps time: logic has no loop, and a board of another kind has no divider. */
export function schoolOf(model: RigModel): ScanSchool {
  const { flavour } = controllerById(model.rig.plan.controller);
  const wanted = model.rig.scan.school;
  if (flavour === "logic") return "divider";
  return wanted === "divider" ? "loop" : wanted;
}

/** The program that plays the rig's show. */
export const buildProgram: (model: RigModel) => Program = remembered((model: RigModel) => {
  const grid = gridOf(model);
  return playing(model, grid ? signFaces(model, grid) : showFrames(model.rig));
});

/** The faces of a sign. Frames of one scene that are shown again are the same picture. */
function signFaces(model: RigModel, { width, height }: DotGrid): Frame[] {
  const known = new Map<string, Frame>();
  return signRun(model.rig, width, height).frames.map(({ scene, at, time, bitmap, view }) => {
    const key = `${scene} ${at}`;
    const frame = known.get(key) ?? {
      text: sceneTitle(model.rig, scene),
      cells: [],
      cut: false,
      time,
      bitmap,
      view,
    };
    known.set(key, frame);
    return frame;
  });
}

/** What a display is to show: a cell for every digit, or a picture of dots. */
export type FaceToShow = Pick<Frame, "cells" | "bitmap">;

/** A program that only holds one face. */
export const holdingFrame = (model: RigModel, { cells, bitmap }: FaceToShow): Program =>
  playing(model, [{ text: "", cells, cut: false, time: 1000, bitmap }], true);

function playing(model: RigModel, shown: readonly Frame[], held = false): Program {
  const { rig, encoding } = model;
  const { show, scan } = rig;
  const direct = directLines(encoding);
  const shared = digitLines(encoding);
  const ring = encoding.rings[0];
  const buses = (encoding.buses ?? []).map((bus) => ({ ...bus, step: leastStep(chipOn(model, bus)) }));
  const maker = stateMaker(model, direct);
  const grid = gridOf(model);
  const blank: Frame = grid
    ? { text: "", cells: [], cut: false, time: 0, bitmap: () => blankBitmap(grid.width, grid.height) }
    : { text: "", cells: model.digits.map((): Cell => ({ glyph: " ", point: false })), cut: false };
  const dark: ProgramFrame = { ...blank, states: maker(blank) };
  const multiplexed = isMultiplexed(model);
  const school = schoolOf(model);
  const chain = encoding.chain;
  const lines = [...(chain ? chainLines(chain) : []), ...direct, ...(ring ? [ring.clock, ring.reset] : [])];
  const byLines =
    direct.some((line) => shared.has(line)) &&
    encoding.decoders.every(
      ({ unit, inputs }) => !selects(model, unit) || model.digits.length < 2 ** inputs.length,
    );
  const blanks = multiplexed && scan.blank > 0;
  const step: Statement[] = ring ? [{ do: "step-ring" }] : [];
  // While everything is dark the ring may step before the segments change; without blanking it steps last.
  const send: Statement[] = [
    ...(blanks ? step : []),
    ...(chain
      ? ([
          ...latchTo(chain, 0),
          { do: "shift-state", order: encoding.bitOrder },
          ...latchTo(chain, 1),
        ] as const)
      : []),
    ...(blanks ? [] : step),
    ...(direct.length > 0 ? ([{ do: "write-lines", which: "all" }] as const) : []),
    ...(buses.length > 0 ? ([{ do: "send-writes" }] as const) : []),
  ];
  const toSlot: Statement[] = [
    ...(blanks ? ([{ do: "darken" }, { do: "wait-slot", time: "blank" }] as const) : []),
    { do: "show", state: "slot" },
  ];
  const withTimer = multiplexed && school !== "loop";
  const modes = [
    ...[...new Set(lines)].map((line): Statement => ({ do: "line-mode", line })),
    ...buses.flatMap((bus) =>
      busLines(bus).map((line): Statement => ({
        do: "line-mode",
        line,
        ...(transportOf(bus.protocol).openDrain ? { released: true } : {}),
      })),
    ),
  ];
  const setUpState: SlotState | undefined =
    buses.length > 0 ? { slot: 0, bytes: [], levels: [], writes: setUpWrites(model) } : undefined;
  const on = model.slots.map((_, slot) => onTime(scan, slot));
  const timing = withTimer
    ? timingOf(
        model,
        on.map((time) => time + scan.blank),
      )
    : { periods: [] };
  const program = {
    chain,
    direct,
    digitLines: direct.filter((line) => shared.has(line)),
    ring: ring && { clock: ring.clock, reset: ring.reset },
    buses,
    setUpState,
    school,
    on,
    blankTime: multiplexed ? scan.blank : 0,
    ...timing,
    frames: [] as readonly ProgramFrame[],
    dark,
    send,
    darken: blanks
      ? byLines
        ? [{ do: "write-lines", which: "digits" } as const]
        : send.filter((statement) => statement.do !== "step-ring")
      : [],
    tick: withTimer ? toSlot : [],
  };
  const period = multiplexed ? turnPeriod(program, controllerById(rig.plan.controller).cost) : undefined;
  program.frames = withStates(shown, maker, period, grid, buses.length > 0);
  const pause = grid ? "frame" : show.interval;
  const showing: Statement[] = withTimer
    ? [
        { do: "take-frame", frame: "each" },
        { do: "wait", time: pause },
      ]
    : multiplexed
      ? [
          {
            do: "repeat",
            what: "refreshes",
            times: grid ? "frame" : turnsIn(show.interval, period!),
            body: [{ do: "for-each-slot", body: [...toSlot, { do: "wait-slot", time: "on" }] }],
          },
        ]
      : [
          { do: "show", state: "slot" },
          { do: "wait-until-due", time: pause },
        ];
  const once: Statement[] =
    multiplexed && !withTimer
      ? [{ do: "for-each-slot", body: [...toSlot, { do: "wait-slot", time: "on" }] }]
      : [];
  const take = (frame: "first" | "last" | "blank"): Statement[] => [
    { do: "take-frame", frame },
    ...(multiplexed ? [] : ([{ do: "show", state: frame === "blank" ? "blank" : "slot" }] as const)),
  ];
  const run: Statement = { do: "for-each-frame", body: showing };
  // Chips that are set up have their memory cleared by that.
  const setup: Statement[] = [
    ...modes,
    ...(setUpState ? ([{ do: "set-up-chips" }] as const) : []),
    ...(setUpState && !chain && direct.length === 0 ? [] : ([{ do: "show", state: "blank" }] as const)),
  ];
  if (withTimer) setup.push({ do: "start-timer" });
  const holds = held || (!grid && show.mode === "hold");
  if (!multiplexed && !holds) setup.push({ do: "start-clock" });
  const ends = holds || show.rounds > 0;
  if (holds) setup.push(...take("first"));
  else if (ends) {
    setup.push({ do: "repeat", what: "rounds", times: show.rounds, body: [run] });
    if (show.end === "blank") setup.push(...take("blank"));
    else if (multiplexed) setup.push(...take("last"));
  }
  return { ...program, setup, loop: ends ? once : [run] };
}

/** The lines of a chain of registers. */
const chainLines = ({ data, clock, latch }: ChainLines): string[] => [
  data,
  clock,
  ...(latch === undefined ? [] : [latch]),
];

/** Moves the latch line of a chain; nothing to move where the outputs follow the stages. */
const latchTo = ({ latch }: ChainLines, level: 0 | 1): Statement[] =>
  latch === undefined ? [] : [{ do: "line-write", line: latch, level }];

const selects = (model: RigModel, unit: string): boolean => model.part(unit).kind === "selector";

/** The periods a timer or divider really keeps, and its settings; as wanted where no timer reaches them. */
function timingOf(model: RigModel, wanted: readonly number[]): Pick<Program, "periods" | "timer"> {
  const controller = controllerById(model.rig.plan.controller);
  if (controller.flavour === "logic")
    return { periods: wanted.map((period) => fitDivider(period, controller.clock).period) };
  const timer = fitPeriods(wanted, controller);
  return timer ? { periods: timer.map(({ period }) => period), timer } : { periods: wanted };
}

type StateMaker = (frame: Frame) => SlotState[];

/** Makes the states of a face's slots: what is put out for each, and how a ring gets there. */
function stateMaker(model: RigModel, direct: readonly string[]): StateMaker {
  const { encoding, slots, digits } = model;
  const ring = encoding.rings[0];
  const grid = gridOf(model);
  const slotOf = new Map(
    slots.flatMap((ids, slot) => ids.map(({ unit, digit }) => [`${unit}.${digit}`, slot])),
  );
  const litInSlots = ({ cells, bitmap }: Frame): ReadonlyArray<ReadonlySet<PipId>> => {
    const lit = slots.map(() => new Set<PipId>());
    if (grid && bitmap) {
      for (const pip of pipsOfPicture(model, grid, bitmap())) {
        const { unit, digit } = splitPipId(pip);
        lit[slotOf.get(`${unit}.${digit}`) ?? 0]!.add(pip);
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
  return (frame) => {
    let stands = 0;
    return litInSlots(frame).map((lit, slot): SlotState => {
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

/** Dots whose states are kept at once: the states of a long run are made when they are shown, and forgotten. */
const KEPT_DOTS = 65_536;

/** Faces with their states. Those of a sign are only made when they are asked for; some of the last ones are kept. */
function withStates(
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
    ...(period === undefined ? {} : { turns: turnsIn(frame.time ?? 0, period) }),
    ...(!drawn ? {} : { drawing: () => drawingOf(frame, grid) }),
    get states() {
      return statesOf(frame);
    },
  }));
}

/** What a sketch has to draw of a face. */
function drawingOf({ view }: Frame, { width, height }: DotGrid): Drawing {
  const dots = width * height;
  if (!view) return { dots, covered: 0, turned: 0 };
  const seen = view();
  const { covered, ink } = coverOf(seen, width, height);
  return { dots, covered, turned: ink + (seen.inverted ? dots : 0) };
}

/** The step of the ring at which a slot's digit is on, whatever is lit there. */
function ringStep(model: RigModel, slot: number): number {
  const id = model.slots[slot]![0]!;
  for (const { pip, needs } of model.encoding.pips) {
    if (!pip.startsWith(`${id.unit}.${id.digit}.`)) continue;
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
const turnsIn = (time: number, period: number): number => Math.max(1, Math.round((time * 1e6) / period));
