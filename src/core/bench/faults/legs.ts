import type { Leg, LegNames, Part } from "../../parts";
import {
  legRef,
  legTitle,
  outsideOf,
  partOf,
  splitLegRef,
  type LegRef,
  type Rig,
  type Unit,
} from "../../rig";

/** A rig as its maker has it in hand: boards of modules are one part, and what is inside is soldered. */
export interface InHand {
  readonly rig: Rig;
  /** A leg in words. */
  readonly leg: (at: LegRef) => string;
}

export function inHand(rig: Rig, legNames: LegNames): InHand {
  return { rig: outsideOf(rig), leg: (at) => legTitle(rig, at, legNames) };
}

/** Legs side by side on one edge of a part: where a wire slips to. */
export function besides(part: Part): ReadonlyArray<readonly [Leg, Leg]> {
  const { outline, legs } = part;
  const row =
    outline.style === "dual-in-line"
      ? legs.length / 2
      : outline.style === "two-rows"
        ? outline.perRow
        : legs.length;
  return legs.slice(1).flatMap((one, at) => ((at + 1) % row === 0 ? [] : [[legs[at]!, one] as const]));
}

export const manyLegged = (rig: Rig): Unit[] => rig.units.filter((unit) => partOf(unit).legs.length > 2);

/** A leg's neighbours. */
export function neighbours(rig: Rig, at: LegRef): LegRef[] {
  const { unit: ref, leg: own } = splitLegRef(at);
  const unit = rig.units.find((one) => one.ref === ref);
  if (!unit) return [];
  return besides(partOf(unit)).flatMap(([one, other]) =>
    one.id === own ? [legRef(ref, other.id)] : other.id === own ? [legRef(ref, one.id)] : [],
  );
}
