import { digitLines, directLines, scannedTitle, usedLines, type RigModel } from "../address";
import { columnOf, isDot } from "../glyph";
import { easyLines } from "../parts";
import { controllerById, legRef, splitPipId, type LegRef, type PipId } from "../rig";
import { groupBy } from "../collect";
import { finding, listing, type Finding } from "./finding";

/** What each line that is wired is for, as one speaks of it. */
function usesOf(model: RigModel): Array<{ use: string; leg: string }> {
  const { chain, decoders, rings } = model.wired;
  const used: Array<{ use: string; leg: string }> = Object.entries(chain ?? {})
    .filter(([use]) => model.chain.lines[use as "data"] !== undefined)
    .map(([use, leg]) => ({ use, leg }));
  for (const { clock, reset } of rings)
    used.push({ use: "ring’s clock", leg: clock }, { use: "ring’s reset", leg: reset });
  const digits = digitLines(model.wired);
  const nameOf = (pip: PipId, leg: string): string => {
    const { unit, digit, segment } = splitPipId(pip);
    if (digits.has(leg)) return `switch of ${scannedTitle(model, unit, digit)}`;
    return isDot(segment) ? `column ${columnOf(segment)}` : `segment ${segment}`;
  };
  for (const leg of directLines(model.wired)) {
    const coded = decoders.some(({ inputs }) =>
      inputs.some((place) => "line" in place && place.line === leg),
    );
    const served = model.wired.pips.filter(({ needs }) =>
      needs.some((need) => "line" in need && need.line === leg),
    );
    used.push({ use: coded || !served[0] ? "code" : nameOf(served[0].pip, leg), leg });
  }
  return used;
}

/** Lines that were laid aside for something else, and carry a wire of the rig all the same. */
function checkAside(model: RigModel): Finding[] {
  const aside = new Set(model.rig.plan.aside);
  return usedLines(model)
    .filter((line) => aside.has(line))
    .map((line) =>
      finding({
        id: `aside-${line}`,
        severity: "caution",
        topic: "plan",
        title: `Line ${line} was laid aside, and the rig uses it`,
        reason: "It is to stay free for something else.",
        remedy: "Move its wire to another line, or take it off the lines that are left free.",
        legs: [],
      }),
    );
}

/** Lines that are awkward to use, that cannot be used, or that are used twice. */
export function checkLines(model: RigModel): Finding[] {
  const controller = controllerById(model.rig.plan.controller);
  const board = model.rig.units.find(({ part }) => part === controller.id)!;
  const legOf = (line: string): LegRef => legRef(board.ref, line);
  const used = usesOf(model).flatMap(({ use, leg }) => {
    const line = controller.lines.find((one) => one.leg === leg);
    return line ? [{ use, ...line }] : [];
  });
  const found = used.flatMap(({ use, leg, awkward, mild, unusable }): Finding[] => {
    if (unusable) {
      return [
        finding({
          id: `unusable-${use}`,
          severity: "fault",
          topic: "plan",
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
        topic: "plan",
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
            topic: "wiring",
            title: `Line ${leg} carries ${listing(shared.map(({ use }) => `the ${use}`))}`,
            reason: "Each needs its own line: they change at different moments.",
            remedy: "Move one of the wires to a free line.",
            legs: [legOf(leg)],
          }),
        ],
  );
  return [...found, ...twice, ...checkAside(model)];
}
