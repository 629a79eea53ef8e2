import type { RigModel } from "../address";
import { easyLines } from "../parts";
import { controllerById, legRef, type LegRef } from "../rig";
import { finding, groupBy, listing, type Finding } from "./finding";

const USES = ["data", "clock", "latch"] as const;

/** Lines that are awkward to use, that cannot be used, or that are used twice. */
export function checkLines(model: RigModel): Finding[] {
  const controller = controllerById(model.rig.plan.controller);
  const board = model.rig.units.find(({ part }) => part === controller.id)!;
  const legOf = (line: string): LegRef => legRef(board.ref, line);
  const used = USES.flatMap((use) => {
    const line = controller.lines.find(({ leg }) => leg === model.chain.lines[use]);
    return line ? [{ use, ...line }] : [];
  });
  const found = used.flatMap(({ use, leg, awkward, mild, unusable }): Finding[] => {
    if (unusable) {
      return [
        finding({
          id: `unusable-${use}`,
          severity: "fault",
          station: "plan",
          title: `Line ${leg} cannot carry the ${use}`,
          reason: `On this board ${unusable}.`,
          remedy: "Move the wire to another line.",
          legs: [legOf(leg)],
        }),
      ];
    }
    if (!awkward) return [];
    return [
      finding({
        id: `awkward-${use}`,
        severity: mild ? "note" : "caution",
        station: "plan",
        title: `Line ${leg} carries the ${use}`,
        reason: `It works, but ${awkward}.`,
        remedy: `Use an easier line, such as ${listing(easyLines(controller).slice(0, 5))}, unless you have run out.`,
        legs: [legOf(leg)],
      }),
    ];
  });
  const twice = [...groupBy(used, ({ leg }) => leg)].flatMap(([leg, shared]): Finding[] =>
    shared.length < 2
      ? []
      : [
          finding({
            id: `line-twice-${leg}`,
            severity: "fault",
            station: "wires",
            title: `Line ${leg} carries ${listing(shared.map(({ use }) => `the ${use}`))}`,
            reason: "Each needs its own line: they change at different moments.",
            remedy: "Move one of the wires to a free line.",
            legs: [legOf(leg)],
          }),
        ],
  );
  return [...found, ...twice];
}
