import type { LegNames } from "../../parts";
import type { Encoding, Rig } from "../../rig";
import { modelOf } from "../../address";
import { codeFaults, leftOutWrites } from "./code";
import { PAIR, type Fault } from "./fault";
import { inHand } from "./legs";
import { partFaults } from "./parts";
import { wireFaults } from "./wires";

export { isLeftOut } from "./code";
export type { Fault, Made } from "./fault";

/** Single faults of a rig: each is made in its wires, its parts or its code. @param code how its program reaches each LED */
export function singleFaults(rig: Rig, code: Encoding, legNames: LegNames): Fault[] {
  const hand = inHand(rig, legNames);
  return [
    ...wireFaults(hand),
    ...partFaults(hand, code),
    ...codeFaults(code),
    ...leftOutWrites(modelOf(rig)),
  ];
}

/** Two faults at once, in whichever order. @param whole the weight of all single faults together */
export const pairOf = (first: Fault, second: Fault, whole: number): Fault =>
  first.id < second.id ? bothOf(first, second, whole) : bothOf(second, first, whole);

const bothOf = (one: Fault, other: Fault, whole: number): Fault => ({
  id: `${one.id} + ${other.id}`,
  says: `${one.says}; and ${other.says}`,
  mend: `${one.mend} ${other.mend}`,
  legs: [...one.legs, ...other.legs],
  wire: one.wire ?? other.wire,
  pip: one.pip ?? other.pip,
  where: one.where === "code" || other.where === "code" ? "code" : "table",
  weight: ((one.weight * other.weight) / whole) * PAIR,
  make: (given) => {
    const first = one.make(given);
    const second = other.make(first);
    const without = second.without ?? first.without;
    return without === undefined ? second : { ...second, without };
  },
});
