import type { Scene } from "../dots";
import type { Rig } from "../rig";
import { scenesOf } from "./live-scenes";

/** What a scene is called in lists: its text, or the name of its pictures. */
export const titleOf = (scene: Scene): string =>
  scene.kind === "text" ? scene.text.replace(/\n/g, " / ") : scene.name;

/** What the scene of a sign's run is called, by its place; nothing where there is none. */
export function sceneTitle(rig: Pick<Rig, "sign" | "live" | "plan">, scene: number): string {
  const found = scenesOf(rig)[scene];
  return found ? titleOf(found) : "";
}
