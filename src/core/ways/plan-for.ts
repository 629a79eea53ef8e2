import { digitCount, driverChipOf, isStatic, withLines, type Plan, type Rig } from "../rig";
import type { Way } from "./list";

/** The plan of a way for a rig: its display, board, power and resistors, and lines given out anew. */
export function planFor(rig: Pick<Rig, "plan">, { scheme, digitSwitch, register }: Way): Plan {
  const { lines: _, register: _before, ...plan } = rig.plan;
  const free = withLines({
    ...plan,
    scheme,
    digitSwitch,
    ...(register === undefined ? {} : { register }),
    lines: rig.plan.scheme === scheme ? rig.plan.lines : {},
  });
  const still = isStatic({ scheme, digits: digitCount(free) }) || driverChipOf(scheme) !== undefined;
  return still ? { ...free, digitSwitch: "bare" } : free;
}
