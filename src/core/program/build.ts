import { digitLines, directLines, gridOf, isMultiplexed, type DotGrid, type RigModel } from "../address";
import { remembered } from "../remember";
import { controllerById, reactingOf, reactsNot } from "../rig";
import { sceneTitle, showFrames, signRun, type Frame } from "../show";
import { setUpWrites, stepOf } from "./driver-writes";
import type { Statement } from "./language";
import { darkenRoutine, sendRoutine, setUpRoutine, slotRoutine, type Hands } from "./routines";
import { liveCode, type LiveProblem } from "./live";
import { scanPeriod } from "./bursts";
import { schoolOf, strategyOf, type FaceTime, type ScanStrategy } from "./scans";
import {
  blankFace,
  stateMaker,
  scansIn,
  withState,
  withStates,
  type FaceToShow,
  type StateMaker,
} from "./states";
import type { Program, ProgramFrame } from "./types";
import { slotLit, slotTimes } from "./slot-times";

/** The program that plays the rig's show. */
export const buildProgram: (model: RigModel) => Program = remembered((model: RigModel) => {
  const grid = gridOf(model);
  if (reactingOf(model.rig)) return reacting(model);
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
      nth: Math.max(0, scene),
    };
    known.set(key, frame);
    return frame;
  });
}

/** A program that only holds one face. */
export const holdingFrame = (model: RigModel, { cells, bitmap }: FaceToShow): Program =>
  playing(model, [{ text: "", cells, cut: false, time: 1000, bitmap }], true);

/**
 * A program for faces. How long one is shown is said in scans where digits take turns: a face that changed in the middle
 * of a scan would be half of one text and half of the other.
 */
function playing(model: RigModel, shown: readonly Frame[], held = false): Program {
  const { rig } = model;
  const hands = handsOf(model);
  const strategy = strategyOf(model);
  const grid = gridOf(model);
  const maker = stateMaker(model, hands.direct);
  const parts = withoutFaces(hands, strategy, grid, maker);
  const scan = isMultiplexed(model) ? scanPeriod(parts, controllerById(rig.plan.controller).cost) : undefined;
  const frames = withStates(shown, maker, scan, grid, hands.buses.length > 0);
  const time: FaceTime = grid
    ? "frame"
    : { ms: rig.show.interval, scans: scan === undefined ? 1 : scansIn(rig.show.interval, scan) };
  // A held face is shown again and again where a display beside it goes through its texts.
  const holds = held || (!grid && rig.show.mode === "hold" && frames.length === 1);
  return { ...parts, frames, ...course(hands, strategy, time, holds) };
}

/** What a rig that reacts does, as code: made once for its program and for what is wrong with it. */
const liveCodeOf = remembered((model: RigModel) => {
  const live = model.rig.live!;
  const { direct } = handsOf(model);
  const maker = stateMaker(model, direct);
  const shows: Statement[] = isMultiplexed(model) ? [] : [{ do: "show", state: "slot" }];
  return liveCode(model, live, direct, shows, (face) => withState({ ...face, cut: false }, maker));
});

/** A program that makes its faces while it runs: what is read, what comes of it, what is drawn, over and over. */
function reacting(model: RigModel): Program {
  const hands = handsOf(model);
  const strategy = strategyOf(model);
  const maker = stateMaker(model, hands.direct);
  const code = liveCodeOf(model);
  const grid = gridOf(model);
  return {
    ...withoutFaces(hands, strategy, grid, maker),
    frames: grid
      ? withStates(signFaces(model, grid), maker, undefined, grid, true)
      : showFrames(model.rig).map((frame) => withState(frame, maker)),
    variables: code.variables,
    live: code.parts,
    setup: [...code.setup, ...setUpRoutine(hands), ...strategy.start(false)],
    loop: [...code.pass, ...code.redraw, ...strategy.keeping(slotRoutine(hands))],
  };
}

/** What a live rig cannot do as it is wired or said; nothing where it does not react. */
export const liveProblems: (model: RigModel) => readonly LiveProblem[] = remembered((model: RigModel) => {
  if (!model.rig.live) return [];
  const not = reactsNot(model.rig.plan);
  if (not !== undefined) return [{ at: "faces", nth: 0, says: not }];
  return liveCodeOf(model).problems;
});

function handsOf(model: RigModel): Hands {
  const { encoding } = model;
  const ring = encoding.rings[0];
  return {
    model,
    chain: encoding.chain,
    direct: directLines(encoding),
    ring: ring && { clock: ring.clock, reset: ring.reset },
    buses: (encoding.buses ?? []).map((bus) => ({ ...bus, step: stepOf(model, bus) })),
  };
}

/** Everything of a program but its faces and their course: routines, times, the dark face. */
function withoutFaces(
  hands: Hands,
  strategy: ScanStrategy,
  grid: DotGrid | undefined,
  maker: StateMaker,
): Omit<Program, "setup" | "loop"> {
  const { model, chain, direct, ring, buses } = hands;
  const { scan } = model.rig;
  const shared = digitLines(model.encoding);
  const blank = blankFace(model, grid);
  const dark: ProgramFrame = { ...blank, states: maker(blank) };
  const on = slotLit(model);
  return {
    chain,
    direct,
    digitLines: direct.filter((line) => shared.has(line)),
    ring,
    buses,
    setUpState: buses.length > 0 ? { slot: 0, bytes: [], levels: [], writes: setUpWrites(model) } : undefined,
    school: schoolOf(model),
    on,
    blankTime: isMultiplexed(model) ? scan.blank : 0,
    ...strategy.timing(model, slotTimes(model)),
    frames: [],
    dark,
    send: sendRoutine(hands),
    darken: darkenRoutine(hands),
    tick: strategy.tick(slotRoutine(hands)),
  };
}

/** What is done once, and what is done over and over: the faces for so many rounds and what stays, or without end. */
function course(
  hands: Hands,
  strategy: ScanStrategy,
  time: FaceTime,
  holds: boolean,
): Pick<Program, "setup" | "loop"> {
  const { rounds, end } = hands.model.rig.show;
  const slot = slotRoutine(hands);
  const faces: Statement = { do: "for-each-frame", body: strategy.showing(slot, time) };
  const setup = [...setUpRoutine(hands), ...strategy.start(!holds)];
  if (holds) return { setup: [...setup, ...strategy.take("first")], loop: strategy.keeping(slot) };
  if (rounds === 0 || (hands.model.rig.show.mode === "hold" && time !== "frame"))
    return { setup, loop: [faces] };
  return {
    setup: [...setup, { do: "repeat", what: "rounds", times: rounds, body: [faces] }, ...strategy.stays(end)],
    loop: strategy.keeping(slot),
  };
}
