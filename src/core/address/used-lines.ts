import { busLines } from "./buses";
import { controllerById, splitLegRef } from "../rig";
import type { RigModel } from "./model";
import { digitLines, directLines } from "./state";

/** Lines on wires of parts that were added by hand: buttons, knobs, what is switched. */
function linesBeside({ rig }: RigModel): string[] {
  const added = new Set(rig.units.filter((unit) => unit.added).map(({ ref }) => ref));
  const board = rig.units.find(({ part }) => part === rig.plan.controller);
  const lines = new Set(controllerById(rig.plan.controller).lines.map(({ leg }) => leg));
  return rig.wires.flatMap(({ from, to }) => {
    const ends = [splitLegRef(from), splitLegRef(to)];
    const there = ends.find(({ unit }) => unit === board?.ref);
    return there && lines.has(there.leg) && ends.some(({ unit }) => added.has(unit)) ? [there.leg] : [];
  });
}

/** Lines of a rig that are taken: by its display, and by parts beside it. */
export const usedLines = (model: RigModel): string[] => [
  ...new Set([...displayLines(model), ...linesBeside(model)]),
];

/** Lines of a rig's display by what they are for, as the wires have them: of the chain, and driven directly. */
export const displayLines = (model: RigModel): string[] => [
  ...new Set([
    ...Object.values(model.encoding.chain ?? {}),
    ...directLines(model.encoding),
    ...model.encoding.rings.flatMap(({ clock, reset }) => [clock, reset]),
    ...(model.encoding.buses ?? []).flatMap(busLines),
    ...digitLines(model.encoding),
  ]),
];
