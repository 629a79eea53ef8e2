import type { RigModel } from "../address";
import { litTogether } from "../circuit";
import { worstWith } from "./at-worst";
import type { MeasureKind, MeasureUnit } from "./measure";
import { measuresOf } from "./measures";

/** One measure of a rig with what it comes to. */
export interface MeasuredLoad {
  readonly id: string;
  readonly kind: MeasureKind;
  readonly title: string;
  readonly value: number;
  readonly unit: MeasureUnit;
  /** What must never be passed, or good practice where there is nothing else. */
  readonly limit: number | undefined;
  /** What must never be passed, where it is named. */
  readonly maximum: number | undefined;
  /** Of the limit; 0 where there is none. */
  readonly share: number;
}

/**
 * The audit's measures in the states that are nearly always the worst: each slot with everything lit, and each LED
 * alone. For comparing many rigs; {@link auditRig} searches instead.
 */
export function loadsOf(model: RigModel): MeasuredLoad[] {
  const measures = measuresOf(model);
  const asked = [...litTogether(model), ...aloneOf(model).map((pip) => [pip])];
  const points = asked.map((lit) => worstWith(model, lit));
  return measures.map(({ id, kind, title, unit, maximum, keep, byHand = 0, of }) => {
    const value = Math.max(byHand, ...points.map(of));
    const limit = maximum ?? keep;
    return { id, kind, title, value, unit, limit, maximum, share: limit === undefined ? 0 : value / limit };
  });
}

/** LEDs to look at alone; of many alike, as on a display of dots, the first ones. */
const aloneOf = ({ addresses }: RigModel) => addresses.slice(0, 72).map(({ pip }) => pip);
