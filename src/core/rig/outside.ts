import { remembered } from "../remember";
import { splitLegRef, type Rig } from "./document";

/** A rig as one builds it: modules with their headers, without what is inside them. */
export const outsideOf = remembered((rig: Rig): Rig => {
  const inside = new Set(rig.units.filter((unit) => unit.inside !== undefined).map(({ ref }) => ref));
  if (inside.size === 0) return rig;
  return {
    ...rig,
    units: rig.units.filter(({ ref }) => !inside.has(ref)),
    wires: rig.wires.filter(
      ({ from, to }) => !inside.has(splitLegRef(from).unit) && !inside.has(splitLegRef(to).unit),
    ),
  };
});
