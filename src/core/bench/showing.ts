import { gridOf, type RigModel } from "../address";
import { bitmapHex, type Bitmap } from "../dots";
import { SEGMENTS, type PipName } from "../glyph";
import type { Milliseconds } from "../quantity";
import type { Rig } from "../rig";

/** ms a face is held that stays. */
export const HELD_MS = 2000;

/** Letters that stand for one segment alone, and one for all of a digit: no alphabet has a shape for them. */
const SINGLE = [..."ⓐⓑⓒⓓⓔⓕⓖⓟ"];
export const FULL = "█";
export const DARK = " ";

/** The letter that lights one segment and nothing else. */
export const lettersFor = (segment: PipName): string => SINGLE[SEGMENTS.findIndex((one) => one === segment)]!;

/** A text with one character on one digit, everything else dark. */
export const alone = ({ digits }: Pick<RigModel, "digits">, digit: number, character: string): string =>
  digits.map((_, place) => (place === digit ? character : DARK)).join("");

/** A rig that shows just these texts, one after the other, each of as many characters as it has digits. */
export function rigShowing(rig: Rig, texts: readonly string[], interval: Milliseconds): Rig {
  const { live: _live, ...plain } = rig;
  return {
    ...plain,
    glyphs: [
      ...rig.glyphs,
      ...SEGMENTS.map((segment, nth) => ({ glyph: SINGLE[nth]!, segments: [segment] })),
      { glyph: FULL, segments: [...SEGMENTS] },
    ],
    show: {
      ...rig.show,
      mode: "count",
      texts,
      interval,
      rounds: 0,
      align: "left",
      leadingZeros: "show",
    },
  };
}

/** A sign that shows just these pictures, one after the other, each as large as the display. */
export function signShowing(model: RigModel, pictures: readonly Bitmap[], time: Milliseconds): Rig {
  const { live: _live, ...plain } = model.rig;
  const { width, height } = gridOf(model)!;
  return {
    ...plain,
    show: { ...plain.show, rounds: 0 },
    sign: {
      ...plain.sign!,
      scenes: [
        {
          kind: "pictures",
          name: "bench",
          width,
          height,
          frames: pictures.map((picture) => ({ dots: bitmapHex(picture), time })),
          repeat: 1,
        },
      ],
    },
  };
}
