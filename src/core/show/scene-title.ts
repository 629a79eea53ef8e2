import type { Rig } from "../rig";

/** What a scene is called in lists: its text, or the name of its pictures. */
export function sceneTitle(rig: Pick<Rig, "sign">, scene: number): string {
  const found = rig.sign?.scenes[scene];
  if (!found) return "";
  return found.kind === "text" ? found.text.replace(/\n/g, " / ") : found.name;
}
