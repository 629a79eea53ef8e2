import type { RigModel } from "../../address";
import { World, contactLine, converterLine, inputUnits } from "../../inputs";
import { handLines } from "../../program";
import { controllerById, type UnitRef } from "../../rig";

/** A part of the rig whose line a hand reads, and what the answer means. */
export type HandInput = {
  readonly unit: UnitRef;
  /** Place among the hand's lines. */
  readonly line: number;
} & (
  | { readonly reads: "contact"; readonly pulledUp: boolean; readonly pressed: 0 | 1 }
  /** What the converter says with the knob at either end. */
  | { readonly reads: "knob"; readonly ends: readonly [number, number] }
);

/** Buttons, switches and knobs of a rig that a hand can read. */
export function handInputs(model: RigModel): HandInput[] {
  const lines = handLines(controllerById(model.rig.plan.controller));
  return inputUnits(model.rig).flatMap(({ unit, part }): HandInput[] => {
    const { ref } = unit;
    if (part.act.by === "contact") {
      const found = contactLine(model, ref);
      if ("problem" in found || !lines.includes(found.line)) return [];
      const { line, pull, pressed } = found;
      return [
        { unit: ref, line: lines.indexOf(line), reads: "contact", pulledUp: pull === "inside", pressed },
      ];
    }
    if (part.act.by !== "wiper") return [];
    const found = converterLine(model, ref);
    if ("problem" in found || !lines.includes(found.line)) return [];
    const at = (to: number): number => {
      const quiet = {
        ...model.rig,
        units: model.rig.units.map((one) => (one.ref === ref ? { ...one, hand: { noise: 0 } } : one)),
      };
      const world = new World({ ...model, rig: quiet });
      world.add([{ at: 0, unit: ref, to }]);
      return world.convert(found.line, 1);
    };
    const ends = [at(0), at(100)] as const;
    return ends[0] === ends[1] ? [] : [{ unit: ref, line: lines.indexOf(found.line), reads: "knob", ends }];
  });
}
