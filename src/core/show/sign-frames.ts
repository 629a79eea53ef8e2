import { blankBitmap, sceneFrames, type Bitmap, type SceneFrames, type View } from "../dots";
import { fontById, type Rig } from "../rig";
import { scenesOf } from "./live-scenes";

/** One frame of a sign's run. */
export interface SignFrame {
  /** Place of its scene among the sign's. */
  readonly scene: number;
  /** Place of the frame in its scene. */
  readonly at: number;
  /** ms it is shown. */
  readonly time: number;
  readonly bitmap: () => Bitmap;
  readonly view: () => View;
}

/** Frames a program can hold: a longer run is cut off, and said to be. */
export const MOST_SIGN_FRAMES = 60_000;

/** A whole run of a sign. */
export interface SignRun {
  readonly scenes: readonly SceneFrames[];
  readonly frames: readonly SignFrame[];
  /** The run was longer. */
  readonly cut: boolean;
}

/** The frames of a sign in order, each picture made when it is asked for. */
export function signRun(rig: Pick<Rig, "sign" | "live" | "plan">, width: number, height: number): SignRun {
  const given = scenesOf(rig);
  const scenes = given.map((scene) =>
    sceneFrames(scene, width, height, fontById(rig, scene.kind === "text" ? scene.font : "")),
  );
  const frames: SignFrame[] = [];
  let cut = false;
  scenes.forEach((run, scene) => {
    for (let turn = 0; turn < given[scene]!.repeat; turn += 1)
      for (let at = 0; at < run.count; at += 1) {
        if (frames.length >= MOST_SIGN_FRAMES) {
          cut = true;
          return;
        }
        frames.push({
          scene,
          at,
          time: run.time(at),
          bitmap: () => run.bitmap(at),
          view: () => run.view(at),
        });
      }
  });
  if (frames.length === 0) {
    const ribbon = blankBitmap(width, height);
    const view = { ribbon, x: 0, y: 0, shown: width, inverted: false };
    frames.push({ scene: -1, at: 0, time: 1000, bitmap: () => ribbon, view: () => view });
  }
  return { scenes, frames, cut };
}
