import { busLines } from "./buses";
import type { RigModel } from "./model";
import { digitLines, directLines } from "./state";

/** Lines of a rig by what they are for, as the wires have them: of the chain, and driven directly. */
export const usedLines = (model: RigModel): string[] => [
  ...new Set([
    ...Object.values(model.encoding.chain ?? {}),
    ...directLines(model.encoding),
    ...model.encoding.rings.flatMap(({ clock, reset }) => [clock, reset]),
    ...(model.encoding.buses ?? []).flatMap(busLines),
    ...digitLines(model.encoding),
  ]),
];
