import { remembered } from "../remember";
import { splitLegRef, type Rig, type Wire } from "./document";

/** The wires on the boards of a rig's modules: nobody has to place them. */
export const insideWires = remembered((rig: Rig): readonly Wire[] => {
  const outer = new Set(outsideOf(rig).wires);
  return rig.wires.filter((wire) => !outer.has(wire));
});

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
