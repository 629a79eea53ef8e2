import type { RigModel } from "../../address";
import { controllerById } from "../../rig";
import { comment, type SketchLine } from "../sketch/text";
import { wiringComments } from "../sketch/tables";
import type { Program } from "../types";

/** What stands above a description: whose it is, for what board, and the wiring. */
export function heading(model: RigModel, program: Program, more: readonly string[]): SketchLine[] {
  const { title } = controllerById(model.rig.plan.controller);
  return [
    // Between quotes: tools take orders from comments that begin with certain words.
    comment(`“${model.rig.name}”`),
    comment(`For: ${title}. Lines in the order of the wiring below: bit 0 of lines is the first.`),
    comment("Written by Bold Pip: levels come from the rig's wires."),
    ...more.map((text) => comment(text)),
    comment(),
    ...wiringComments(model, program, "letters"),
    comment(`Lines, bit 0 first: ${program.direct.join(", ")}.`),
  ];
}
