import type { RigModel } from "../address";
import { setSink } from "../circuit";
import { formatMilliamps, formatQuantity } from "../quantity";
import { legRef } from "../rig";
import { finding, type Finding } from "./finding";

/** Constant-current sinks: a resistor that is missing or bridged, or sets a current the chip does not keep. */
export function checkSinks(model: RigModel): Finding[] {
  return model.rig.units.flatMap(({ ref }): Finding[] => {
    const part = model.part(ref);
    if (part.kind !== "shift-register" || !part.constantCurrent) return [];
    const { leg, factor, range } = part.constantCurrent;
    const [least, most] = range;
    const at = legRef(ref, leg);
    const ohms = (milliamps: number) => formatQuantity((factor / milliamps) * 1000, "Ω", 3);
    const add = (
      id: string,
      severity: Finding["severity"],
      title: string,
      reason: string,
      remedy: string,
    ) => [finding({ id: `${id}-${ref}`, severity, topic: "wiring", title, reason, remedy, legs: [at] })];
    if (model.nets.of(at).id === model.nets.of(legRef(ref, part.groundLeg)).id)
      return add(
        "sink-bridged",
        "fault",
        `The setting resistor of ${ref} is bridged`,
        `Leg ${leg} is joined straight to ground. With nothing to limit it the outputs take all they can.`,
        `Do not power it. Put the resistor, ${ohms(most)} or more, between leg ${leg} and leg ${part.groundLeg} and take the wire away that bridges it.`,
      );
    const set = setSink(model, ref, "typical");
    if (set === 0)
      return add(
        "sink-open",
        "fault",
        `${ref} has no resistor that sets its current`,
        `Between leg ${leg} and ground a resistor tells the chip how much each output takes; without it there is no light.`,
        `Put one of ${ohms(10)} there for 10 mA a segment: the current is ${factor} V ÷ the resistor.`,
      );
    if (set > most || set < least)
      return add(
        "sink-range",
        set > most ? "fault" : "caution",
        `The resistor of ${ref} asks for ${formatMilliamps(set)}`,
        `The chip keeps its current from ${formatMilliamps(least)} to ${formatMilliamps(most)}.`,
        `Take a resistor between ${ohms(most)} and ${ohms(least)} at leg ${leg}.`,
      );
    return [];
  });
}
