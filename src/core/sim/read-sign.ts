import type { RigModel } from "../address";
import { inkOf, layText, readingOf, type Bitmap, type Reading } from "../dots";
import { remembered } from "../remember";
import { fontById, fontsOf } from "../rig";
import { scenesOf } from "../show";

const keyOf = ({ width, height, dots }: Bitmap): string => `${width} ${height} ${dots.join("")}`;

/** The texts of a rig's own scenes by their ink, and all of them as one hint. */
const ownTexts = remembered(
  ({ rig }: RigModel): { readonly byInk: ReadonlyMap<string, string>; readonly hint: string } => {
    const byInk = new Map<string, string>();
    const texts: string[] = [];
    for (const scene of scenesOf(rig)) {
      if (scene.kind !== "text") continue;
      texts.push(scene.text);
      const font = fontById(rig, scene.font);
      const parts = scene.motion === "lines" ? scene.text.split("\n") : [scene.text];
      for (const text of parts) {
        const { gap, align } = scene;
        const ink = inkOf(layText(text, font, { gap, align, height: 0 }).ribbon);
        // Characters that a font draws alike can only be told apart by what is meant to be shown.
        if (ink && !byInk.has(keyOf(ink))) byInk.set(keyOf(ink), text.trim());
      }
    }
    return { byInk, hint: texts.join("\n") };
  },
);

/** The text a display of dots shows: one of the rig's own if it is that dot for dot, else as it reads in its fonts. */
export function readSign(model: RigModel, picture: Bitmap): Reading {
  const { byInk, hint } = ownTexts(model);
  const ink = inkOf(picture);
  const own = ink && byInk.get(keyOf(ink));
  if (own !== undefined) return { text: own, doubt: 0, sure: 1 };
  return readingOf(picture, fontsOf(model.rig), hint);
}
