import { gridOf, type RigModel } from "../address";
import { buildProgram, timeScanned, timeToShow, scanPeriod } from "../program";
import type { Milliseconds, Nanoseconds } from "../quantity";
import { remembered } from "../remember";
import { controllerById } from "../rig";
import { signRun, scenesOf } from "../show";

/** How fast a scene really runs. */
export interface ScenePace {
  /** One pass through its frames as asked for, and as it is. */
  readonly asked: Milliseconds;
  readonly lasts: Milliseconds;
  /** The step of its motion as asked for, and on average as it is; none for pictures. */
  readonly step?: { readonly asked: Milliseconds; readonly lasts: Milliseconds };
  /** Frames stand clearly longer than asked, because drawing and sending them takes longer. */
  readonly late: boolean;
}

/** How fast a sign's run really is on its board. */
export interface SignPace {
  readonly scenes: readonly ScenePace[];
  /** How long each frame of the run stands. */
  readonly times: readonly Milliseconds[];
  /** The longest time drawing and sending a frame takes; 0 where that costs no time of its own. */
  readonly most: Nanoseconds;
  /** How long the rows of a frame are rewritten one after the other: so long old and new are to be seen together. */
  readonly sending: Nanoseconds;
}

/** Frames that stand longer than asked by a larger share are late. */
const CLEARLY_LATE = 0.01;

/** How long the frames of a sign really stand; undefined for a rig that shows digits. */
export const signPace = remembered((model: RigModel): SignPace | undefined => {
  const grid = gridOf(model);
  if (!grid) return undefined;
  const program = buildProgram(model);
  const { cost, flavour } = controllerById(model.rig.plan.controller);
  const run = signRun(model.rig, grid.width, grid.height);
  const own = program.on.length === 1 && flavour !== "logic";
  // A frame of a scene that is shown again is the same frame.
  const taken = new Map<string, Nanoseconds>();
  const takes = run.frames.map(({ scene, at }, place) => {
    if (!own) return 0;
    const key = `${scene} ${at}`;
    const time = taken.get(key) ?? timeToShow(program, cost, program.frames[place]!.drawing?.());
    taken.set(key, time);
    return time;
  });
  const times = run.frames.map(({ time }, place) => {
    if (flavour === "logic") return time;
    return own
      ? Math.max(time, takes[place]! / 1e6)
      : timeScanned(program, cost, program.frames[place]!.scans, time) / 1e6;
  });
  const most = takes.reduce((longest, time) => Math.max(longest, time), 0);
  const scenes = run.scenes.map((_, scene): ScenePace => {
    const given = scenesOf(model.rig)[scene]!;
    const first = run.frames.findIndex((frame) => frame.scene === scene);
    const frames = run.frames.slice(Math.max(0, first), first < 0 ? 0 : first + run.scenes[scene]!.count);
    const lasts = frames.map((_, at) => times[first + at]!);
    const asked = sum(frames.map(({ time }) => time));
    const stepped = lasts.filter((_, at) => given.kind === "text" && frames[at]!.time === given.step);
    return {
      asked,
      lasts: sum(lasts),
      ...(given.kind === "text" && stepped.length > 0
        ? { step: { asked: given.step, lasts: sum(stepped) / stepped.length } }
        : {}),
      late: own && frames.some(({ time }, at) => lasts[at]! > time * (1 + CLEARLY_LATE)),
    };
  });
  return {
    scenes,
    times,
    most,
    sending: own ? timeToShow(program, cost, undefined) : scanPeriod(program, cost),
  };
});

const sum = (values: readonly number[]): number => values.reduce((total, one) => total + one, 0);
