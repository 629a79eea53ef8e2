import { WIRE_GROUPS, wireGroup, type RigModel, type WireGroup } from "../address";
import type { Wire } from "../rig";

/** One thing to do while a rig is wired by hand. */
export type WiringStep =
  | { readonly kind: "wire"; readonly wire: Wire; readonly group: WireGroup }
  /** Supply and ground are all there: they are measured before anything else hangs on them. */
  | { readonly kind: "power" };

/**
 * Every wire of a rig in the order it is placed, power first; where that is done, power is looked at before the next.
 * @param model the rig as it is wired from outside: what runs inside a module is no wire of the maker's
 */
export function wiringSteps(model: RigModel): readonly WiringStep[] {
  const wires = model.rig.wires.map(
    (wire) => ({ kind: "wire", wire, group: wireGroup(model, wire) }) as const,
  );
  const ordered = WIRE_GROUPS.flatMap((group) => wires.filter((step) => step.group === group));
  const powered = ordered.filter(({ group }) => group === "power").length;
  return powered === 0
    ? ordered
    : [...ordered.slice(0, powered), { kind: "power" }, ...ordered.slice(powered)];
}

/** The first step that is still to be done; behind the last one where none is. A stop counts as done with the wires behind it. */
export function nextStep(steps: readonly WiringStep[], placed: ReadonlySet<string>): number {
  const open = steps.findIndex((step) => step.kind === "wire" && !placed.has(step.wire.id));
  if (open < 0) return steps.length;
  // Power is looked at before the first wire behind it, as long as none of those is placed.
  const stop = steps.findIndex(({ kind }) => kind === "power");
  const begun = steps.slice(stop + 1).some((step) => step.kind === "wire" && placed.has(step.wire.id));
  return stop >= 0 && open === stop + 1 && !begun ? stop : open;
}
