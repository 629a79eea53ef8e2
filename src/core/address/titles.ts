import { columnOf, isDot, type PipName } from "../glyph";
import { isSingleLeds, type DisplayPart } from "../parts";
import { remembered } from "../remember";
import { matrixSize, moduleCount, partOf, splitPipId, type PipId, type Rig, type UnitRef } from "../rig";
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

/** LEDs that stand alone, by their unit: how many there are in its body. */
const singles = remembered(
  (units: Rig["units"]): ReadonlyMap<UnitRef, number> =>
    new Map(
      units
        .filter((unit) => isSingleLeds(partOf(unit)))
        .map((unit) => [unit.ref, (partOf(unit) as DisplayPart).columns]),
    ),
);

/**
 * An LED as it is spoken of: "segment b", on several digits "digit 2 · segment b", a mark by its name, one that stands
 * alone by its reference.
 */
export function pipTitle(model: Titled, pip: PipId): string {
  const { unit, digit, segment } = splitPipId(pip);
  const single = singles(model.rig.units).get(unit);
  if (single !== undefined) return single === 1 ? unit : `${unit} · LED ${columnOf(segment as "c1")}`;
  if (isDot(segment) !== (scannedWord(model) === "row"))
    return `${unit} · ${isDot(segment) ? `row ${digit} · column ${columnOf(segment)}` : `digit ${digit} · ${segmentTitle(segment)}`}`;
  if (isDot(segment)) return `${scannedTitle(model, unit, digit)} · column ${columnOf(segment)}`;
  const what = segmentTitle(segment);
  return model.digits.length > 1 ? `${scannedTitle(model, unit, digit)} · ${what}` : what;
}

const NAMED_MARKS: Readonly<Partial<Record<PipName, string>>> = {
  dp: "point",
  colon: "colon",
  degree: "degree mark",
};

const segmentTitle = (segment: PipName): string => NAMED_MARKS[segment] ?? `segment ${segment}`;
