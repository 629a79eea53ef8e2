import { busLines } from "./buses";
import { linesOfAdded } from "../rig";
import type { RigModel } from "./model";
import { digitLines, directLines } from "./state";

/** Lines of a rig that are taken: by its display, and by parts beside it. */
export const usedLines = (model: RigModel): string[] => [
  ...new Set([...displayLines(model), ...linesOfAdded(model.rig)]),
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
