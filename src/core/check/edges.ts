import { chipOn, type RigModel } from "../address";
import { slowestEdge } from "../circuit";
import { leastStep, pauseOf, stepOf } from "../program";
import { formatNanoseconds, formatQuantity } from "../quantity";
import { controllerById, legTitle } from "../rig";
import { finding, type Finding } from "./finding";

/** A bus that is this many times slower than its chip asks for is worth a word. */
const WORTH_A_WORD = 3;

/** Lines that rise so slowly, by what is on them, that the program has to wait for them. */
export function checkEdges(model: RigModel): Finding[] {
  const { cost } = controllerById(model.rig.plan.controller);
  return (model.wired.buses ?? []).flatMap((bus): Finding[] => {
    const edge = slowestEdge(model, bus);
    if (!edge) return [];
    const { protocol } = bus;
    const quick = pauseOf({ protocol, step: leastStep(chipOn(model, bus)) }, cost);
    const pause = pauseOf({ protocol, step: stepOf(model, bus) }, cost);
    if (pause <= quick * WORTH_A_WORD) return [];
    const by = edge.capacitors
      .map((ref) => `${ref} ${formatQuantity(model.unit(ref).farads ?? 0, "F")}`)
      .join(" and ");
    return [
      finding({
        id: `slow-edges-${bus.units[0]!}`,
        severity: "caution",
        topic: "transfers",
        title: `${legTitle(model.rig, edge.leg, "letters")} rises slowly`,
        reason: `${formatQuantity(edge.ohms, "Ω", 3)} fill ${formatQuantity(edge.farads, "F", 3)}${by ? ` (${by})` : ""} in ${formatNanoseconds(edge.rise, 3)}. The program waits ${formatNanoseconds(pause, 3)} after each edge instead of ${formatNanoseconds(quick, 3)}; a library made for quick lines would read and send wrong bits.`,
        remedy:
          edge.capacitors.length > 0
            ? `Take ${edge.capacitors.join(" and ")} off, or take smaller pull-up resistors.`
            : "Take smaller pull-up resistors.",
        legs: [edge.leg],
      }),
    ];
  });
}
