import { outputName } from "../glyph";
import { isOnDigit, splitPipId, type LineUse, type Plan } from "../rig";
import type { RigModel } from "./model";
import { digitLines } from "./state";

/** The line each use of a plan is on now, as the wires lead; as planned where they lead nowhere. */
export function linesOfUses(model: RigModel, uses: readonly LineUse[]): Plan["lines"] {
  const { chain, wired, rig } = model;
  const planned = rig.plan.lines;
  const shared = digitLines(wired);
  const lineOf = (use: LineUse): string | undefined => {
    if (use === "data" || use === "clock" || use === "latch") return chain.lines[use] ?? planned[use];
    if (use === "ring-clock") return wired.rings[0]?.clock ?? planned[use];
    if (use === "ring-reset") return wired.rings[0]?.reset ?? planned[use];
    const [what, which = ""] = use.split("-");
    if (what === "code" || what === "select") {
      const place = wired.decoders[0]?.inputs[Number(which)];
      return place && "line" in place ? place.line : planned[use];
    }
    const isDigit = what === "digit";
    const id = model.digits[Number(which) - 1];
    for (const { pip, needs } of wired.pips) {
      const fits = isDigit
        ? id !== undefined && isOnDigit(pip, id)
        : splitPipId(pip).segment === which || outputName(splitPipId(pip).segment) === which;
      if (!fits) continue;
      for (const need of needs)
        if ("line" in need && (shared.has(need.line) === isDigit || model.digits.length === 1))
          return need.line;
    }
    return planned[use];
  };
  return Object.fromEntries(uses.map((use) => [use, lineOf(use)]).filter(([, line]) => line));
}
