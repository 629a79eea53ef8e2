import { chipOn, gridOf, type RigModel } from "../address";
import { makeBitmap, type Bitmap } from "../dots";
import { buildProgram, storedBytes, type SlotState } from "../program";
import type { Milliseconds } from "../quantity";
import { reactingOf } from "../rig";
import { sceneTitle, signRun } from "../show";
import { PoweredRig, isHandOrCut } from "../sim";
import { USUAL_RECORDING, type Recording } from "./formats";
import { signPace } from "./pace";

/** Most frames one file is made of. */
export const MOST_EXPORTED = 20_000;

/** A picture of a sign's run, as it is asked for and as it comes. */
export interface RunFrame {
  /** How long it is to stand, and how long it does on this board. */
  readonly asked: Milliseconds;
  readonly stands: Milliseconds;
  readonly bitmap: () => Bitmap;
  /** What the program puts out for it: what goes into the chips' memories, or the bytes of each row's turn. */
  readonly wired: () => Uint8Array;
  /** What begins with it, in words. */
  readonly begins?: string;
}

/**
 * The frames of a rig's sign: of its scenes once through, or, of one that reacts, of what it shows from power-up on.
 * Undefined for a rig that shows digits.
 */
export function runFrames(
  model: RigModel,
  recording: Recording = USUAL_RECORDING,
  report: (share: number) => void = () => undefined,
): readonly RunFrame[] | undefined {
  const grid = gridOf(model);
  if (!grid) return undefined;
  if (reactingOf(model.rig)) return recorded(model, recording, report);
  const { frames } = buildProgram(model);
  const { times } = signPace(model)!;
  return signRun(model.rig, grid.width, grid.height)
    .frames.slice(0, MOST_EXPORTED)
    .map(({ time, bitmap, scene }, at, all): RunFrame => ({
      asked: time,
      stands: times[at]!,
      bitmap,
      wired: () => wiredBytes(model, frames[at]!.states),
      ...(all[at - 1]?.scene === scene ? {} : { begins: sceneTitle(model.rig, scene) }),
    }));
}

/** Runs the sign and takes down what its program shows, face by face. */
function recorded(
  model: RigModel,
  { seconds, tape = [] }: Recording,
  report: (share: number) => void,
): RunFrame[] {
  const program = buildProgram(model);
  const rig = new PoweredRig(model, program, tape.filter(isHandOrCut));
  const grid = gridOf(model)!;
  const end = seconds * 1e9;
  const none = makeBitmap(grid.width, grid.height, () => 0);
  const frames: RunFrame[] = [];
  while (rig.time < end && frames.length < MOST_EXPORTED) {
    const from = rig.time;
    const shown = rig.running.shownFrame ?? program.dark;
    const until = Math.min(end, rig.nextCut);
    rig.runToChange(until);
    if (rig.time >= rig.nextCut) rig.advanceTo(rig.nextCut);
    const time = (rig.time - from) / 1e6;
    if (time === 0) continue;
    frames.push({
      asked: time,
      stands: time,
      bitmap: shown.bitmap ?? (() => none),
      wired: () => wiredBytes(model, shown.states),
    });
    if (frames.length % 16 === 0) report(rig.time / end);
  }
  return frames;
}

/** What states put out: what goes into the chips' memories, or the bytes of each row's turn. */
function wiredBytes(model: RigModel, states: readonly SlotState[]): Uint8Array {
  const memory = states[0]?.memory;
  return Uint8Array.from(
    memory
      ? (model.encoding.buses ?? []).flatMap((bus) => chipOn(model, bus).table(bus.units, memory))
      : states.flatMap(storedBytes),
  );
}
