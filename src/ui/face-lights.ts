import type { PipName } from "@/core/glyph";
import { digitKey, digitOf, splitPipId, type DigitKey } from "@/core/rig";
import { STEADY } from "@/core/scan";
import { VISIBLE, type FaceShape, type ReadFace } from "@/core/sim";
import type { DigitLights } from "./digit-face";

/** Eyes take in a wide range: a tenth of the steady current still looks a good third as bright. */
export const lightLevel = (current: number): number =>
  Math.min(1, Math.max(0.12, (current / STEADY) ** 0.45));

/** A digit of a rig as the picture needs it. */
interface DigitPicture {
  readonly key: DigitKey;
  readonly lights: DigitLights;
  readonly has: ReadonlySet<PipName>;
}

/** What a rig's digits show, in reading order. */
export function faceDigits(
  { pips, digits }: Pick<FaceShape, "pips" | "digits">,
  face: ReadFace | undefined,
): DigitPicture[] {
  const pictures = digits.map((id) => ({
    key: digitKey(id),
    lights: {} as Record<string, { level: number; unknown: boolean }>,
    has: new Set<PipName>(),
  }));
  const byKey = new Map(pictures.map((picture) => [picture.key, picture]));
  pips.forEach((pip, at) => {
    const picture = byKey.get(digitOf(pip));
    const { segment } = splitPipId(pip);
    picture?.has.add(segment);
    if (!picture || !face) return;
    const unknown = face.unknown[at] === 1;
    const current = face.currents[at]!;
    picture.lights[segment] = { level: !unknown && current > VISIBLE ? lightLevel(current) : 0, unknown };
  });
  return pictures;
}

/** How bright each LED is by its place on the face; undefined where nobody can tell. */
export const levelsOf =
  (face: ReadFace | undefined) =>
  (index: number): number | undefined => {
    if (!face) return 0;
    if (face.unknown[index]) return undefined;
    const current = face.currents[index]!;
    return current > VISIBLE ? lightLevel(current) : 0;
  };
