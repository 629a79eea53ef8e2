import { findPart } from "../parts";

const ENDINGS = [
  ["cc", "ca"],
  ["ca", "cc"],
] as const;

/** The same display of the other polarity; undefined where there is none. */
export function swappedPolarity(part: string): string | undefined {
  for (const [own, other] of ENDINGS) {
    if (!part.endsWith(`-${own}`)) continue;
    const swapped = `${part.slice(0, -own.length)}${other}`;
    return findPart(swapped)?.id;
  }
  return undefined;
}
