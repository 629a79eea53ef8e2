import { RIG_PARTS, checkRig, type Rig } from "@/core/rig";

const same = (one: unknown, other: unknown): boolean =>
  one === other || JSON.stringify(one) === JSON.stringify(other);

/**
 * Joins two changes of one rig that were made at the same time: each part of the document that only one of them changed
 * is taken from that one.
 * @returns undefined where both changed the same part in different ways, or where the parts do not fit together
 */
export function mergeRigs(base: Rig, mine: Rig, theirs: Rig): Rig | undefined {
  const merged: Record<string, unknown> = { ...theirs };
  for (const key of RIG_PARTS) {
    if (same(mine[key], base[key]) || same(mine[key], theirs[key])) continue;
    if (!same(theirs[key], base[key])) return undefined;
    merged[key] = mine[key];
  }
  const read = checkRig(JSON.parse(JSON.stringify(merged)));
  return read.ok ? read.rig : undefined;
}
