import { columnOf, isDot } from "../glyph";
import { matrixSize, moduleCount, splitPipId, type PipId, type UnitRef } from "../rig";
import { positionOf, type RigModel } from "./model";

type Titled = Pick<RigModel, "digits" | "rig">;

/** What takes turns on a rig's display, in a word: its digits, or the rows of its dots. */
export const scannedWord = ({ rig }: Pick<RigModel, "rig">): "digit" | "row" =>
  matrixSize(rig.plan) ? "row" : "digit";

/** A digit as it is spoken of: "digit 2"; a row of dots "row 3", of several modules "module 2 · row 3". */
export function scannedTitle(model: Titled, unit: UnitRef, digit: number): string {
  const { plan } = model.rig;
  if (!matrixSize(plan)) return `digit ${positionOf(model, unit, digit)}`;
  return moduleCount(plan) > 1 ? `module ${unit.replace(/^\D+/, "")} · row ${digit}` : `row ${digit}`;
}

/** An LED as it is spoken of: "segment b", on several digits "digit 2 · segment b", a mark by its name. */
export function pipTitle(model: Titled, pip: PipId): string {
  const { unit, digit, segment } = splitPipId(pip);
  if (isDot(segment)) return `${scannedTitle(model, unit, digit)} · column ${columnOf(segment)}`;
  const what =
    segment === "dp"
      ? "point"
      : segment === "colon"
        ? "colon"
        : segment === "degree"
          ? "degree mark"
          : `segment ${segment}`;
  return model.digits.length > 1 ? `${scannedTitle(model, unit, digit)} · ${what}` : what;
}
