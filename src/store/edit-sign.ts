import type { Scene } from "@/core/dots";
import { textDotsProblem, type Sign } from "@/core/rig";
import { editRig } from "./open-rig";
import { refuse } from "./refusals";

/** Changes what a display of dots shows, or how its modules stand. */
export const editSign = (change: (sign: Sign) => Sign, gesture?: string): void =>
  editRig((rig) => {
    if (!rig.sign) return rig;
    const changed = { ...rig, sign: change(rig.sign) };
    const problem = textDotsProblem(changed);
    if (!problem) return changed;
    refuse("That was not changed", `The texts of the sign ${problem}.`);
    return rig;
  }, gesture);

/** Puts a scene in place of the one that stands there. */
export const editScene = (at: number, scene: Scene, gesture?: string): void =>
  editSign(
    (sign) => ({ ...sign, scenes: sign.scenes.map((one, place) => (place === at ? scene : one)) }),
    gesture,
  );
