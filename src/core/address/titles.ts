import { splitPipId, type PipId } from "../rig";
import { positionOf, type RigModel } from "./model";

/** An LED as it is spoken of: "segment b", on several digits "digit 2 · segment b", a mark by its name. */
export function pipTitle(model: Pick<RigModel, "digits" | "rig">, pip: PipId): string {
  const { unit, digit, segment } = splitPipId(pip);
  const what =
    segment === "dp"
      ? "point"
      : segment === "colon"
        ? "colon"
        : segment === "degree"
          ? "degree mark"
          : `segment ${segment}`;
  return model.digits.length > 1 ? `digit ${positionOf(model, unit, digit)} · ${what}` : what;
}
