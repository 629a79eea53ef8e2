import { headerOf, pulledUpTo, type Driver, type RigModel } from "../address";
import { levelMatches } from "../audit";
import { isChip, type Part } from "../parts";
import { formatQuantity } from "../quantity";
import { controllerById, legRef, splitLegRef, unitValue, type LegRef, type UnitRef } from "../rig";
import type { Hop } from "./hop";

/** The header of the module a chip sits on: each pin its lines come in by, and what its lead runs to. */
export function headerHops(model: RigModel, driver: Driver, name: (leg: LegRef) => string): Hop[] {
  if (driver.kind === "rail") return [];
  const board = model.unit(driver.unit).inside;
  if (board === undefined) return [];
  const pins = headerOf(model, board).filter(({ use }) => !["supply", "ground", "not-used"].includes(use));
  const leads = pins.map(
    ({ name: pin, to }) => `${pin} ${to[0] === undefined ? "open" : `from ${name(to[0])}`}`,
  );
  return [
    {
      kind: "header",
      topic: "wiring",
      title: `in through the header of ${board}`,
      detail: leads.join(", "),
      legs: pins.map(({ leg }) => leg),
    },
  ];
}

/** What stands between the controller and a chip and lifts the level, with what comes in and what goes on. */
export function liftedHops(model: RigModel, driver: Driver): Hop[] {
  if (driver.kind === "rail") return [];
  const { unit } = driver;
  const part = model.part(unit);
  if (!isChip(part)) return [];
  const inputs = part.signalLegs.map((id) => legRef(unit, id));
  const between = new Map<UnitRef, LegRef[]>();
  for (const input of inputs)
    for (const { through, leg } of model.drivers.get(model.nets.of(input).id) ?? [])
      if (through !== undefined) between.set(through, [...(between.get(through) ?? []), leg]);
  return [...between].map(([ref, legs]): Hop => {
    const lifter = model.part(ref);
    return {
      kind: "lifted",
      topic: "wiring",
      title: `through ${ref} ${lifter.kind === "resistor" ? unitValue(model.unit(ref)) : lifter.kind === "transistor" ? lifter.title : lifter.id}`,
      detail: levelsAt(model, unit, ref, lifter),
      legs,
    };
  });
}

/** The volts of a high on either side of what lifts it. */
function levelsAt(model: RigModel, chip: UnitRef, ref: UnitRef, part: Part): string {
  if (part.kind === "transistor") {
    const volts = (leg: string) => formatQuantity(pulledUpTo(model, legRef(ref, leg)), "V");
    return `pulled up to ${volts(part.pins.common)} on the board’s side, to ${volts(part.pins.out)} on the chip’s`;
  }
  const matches = levelMatches(model);
  if (part.kind === "resistor") {
    const divided = matches.find(({ from }) => splitLegRef(from).unit === ref);
    const { logic } = controllerById(model.rig.plan.controller);
    return `divided by the one to ground: ${formatQuantity(logic, "V")} come in, ${formatQuantity(divided?.gets ?? 0, "V", 2)} go on`;
  }
  const before = matches.find(({ input }) => splitLegRef(input).unit === ref);
  const after = matches.find(
    ({ input, from }) => splitLegRef(input).unit === chip && splitLegRef(from).unit === ref,
  );
  return `${formatQuantity(before?.gets ?? 0, "V")} come in, ${formatQuantity(after?.gets ?? 0, "V")} go on`;
}
