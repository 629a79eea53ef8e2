import type { RigModel } from "../address";
import type { Solution } from "../circuit";
import { InputCircuit, drainOf, handEnds, inputUnits } from "../inputs";
import type { ResistorPart } from "../parts";
import type { Watts } from "../quantity";
import { remembered } from "../remember";
import { legRef, setResistors, type Unit } from "../rig";
import { chipScans } from "../scan";
import { turnedToHeat } from "./driver-measures";
import type { Measure } from "./measure";

/**
 * Heat of a resistor: what the circuit drives through it, what driver chips send through it as the mean of a turn, and
 * what a hand at a contact or a sensor may. A resistor that sets a chip's current is not among what can be overloaded:
 * its leg takes a small share of that current, and not every sheet says how much.
 */
export function resistorMeasures(model: RigModel, unit: Unit, part: ResistorPart): Measure[] {
  if (setResistors(model.rig).has(unit.ref)) return [];
  const chips = chipScans(model).filter(({ leds }) => leds.some(({ via }) => via.includes(unit.ref)));
  const driven = ({ resistors }: Solution): Watts => (resistors.get(unit.ref)! / 1000) ** 2 * unit.ohms!;
  const scanned = ({ leds }: Solution, at: "set" | "full"): Watts =>
    chips.reduce((sum, chip) => sum + turnedToHeat(chip, unit.ref, unit.ohms!, leds, at), 0);
  return [
    {
      id: `resistor-${unit.ref}`,
      kind: "resistor",
      title: `${unit.ref}, heat`,
      ref: unit.ref,
      unit: "W",
      keep: part.powerKeep,
      maximum: part.powerMaximum,
      limits: part.source,
      byHand: byHand(model, unit),
      of: (solution) => driven(solution) + scanned(solution, "set"),
      ofAny: (solution) => driven(solution) + scanned(solution, "full"),
    },
  ];
}

/** The rig's inputs, with every position of a hand that is an end of its way. */
const handled = remembered((model: RigModel) => {
  const units = inputUnits(model.rig);
  // The rows of a keypad are pulled low one by one while it is asked.
  const rows = units.flatMap(({ unit, part: { act } }) =>
    act.by === "keys"
      ? act.rows.flatMap((row) =>
          (model.drivers.get(model.nets.of(legRef(unit.ref, row)).id) ?? []).flatMap((driver) =>
            driver.kind === "line" ? [driver.line] : [],
          ),
        )
      : [],
  );
  const low = Object.fromEntries(rows.map((line) => [drainOf(line), 1]));
  const circuit = new InputCircuit(model, [], rows);
  const ends = units.map(handEnds);
  return { circuit, hands: ends.flatMap(({ mover, ends: at }) => at.map((to) => ({ ...low, [mover]: to }))) };
});

/** The heat at the worst position of a contact, a knob or a sensor that moves one of its ends. */
function byHand(model: RigModel, { ref, ohms }: Unit): Watts {
  const { circuit, hands } = handled(model);
  const [one, other] = [legRef(ref, "1"), legRef(ref, "2")];
  if (circuit.movedBy(one).length === 0 && circuit.movedBy(other).length === 0) return 0;
  return Math.max(
    0,
    ...hands.map((at) => {
      const [from, to] = [circuit.volts(one, at), circuit.volts(other, at)];
      return from === undefined || to === undefined ? 0 : (from - to) ** 2 / ohms!;
    }),
  );
}
