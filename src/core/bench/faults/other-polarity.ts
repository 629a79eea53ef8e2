import { findPart } from "../../parts";

const OTHER: Readonly<Record<string, string>> = { cc: "ca", ca: "cc" };

/** The same display of the other polarity; undefined where there is none. */
export function swappedPolarity(part: string): string | undefined {
  const swapped = part.replace(/(?<=-)c[ac]$/, (own) => OTHER[own]!);
  return swapped === part ? undefined : findPart(swapped)?.id;
}
