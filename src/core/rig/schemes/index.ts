import { isStatic, digitCount, ledValues } from "../plan";
import { splitLegRef, type Plan, type Rig } from "../types";
import { Layer, type SchemeValues } from "./layer";
import { layMultiplexed } from "./multiplexed";
import { layStatic } from "./static";

export type { SchemeValues } from "./layer";

/** Lays down units and wires from a plan. Wires come in working order: power, control, lines, commons, segments. */
export function layRig(plan: Plan, values: SchemeValues): Pick<Rig, "units" | "wires"> {
  const layer = new Layer(plan, values);
  const onRegisters = plan.scheme === "register-static" || plan.scheme === "power-register";
  if (onRegisters && isStatic({ scheme: plan.scheme, digits: digitCount(plan) })) layStatic(layer);
  else layMultiplexed(layer);
  return { units: layer.units, wires: layer.wires };
}

/** The values the present units carry, for laying a scheme again. */
export function schemeValues(rig: Pick<Rig, "units" | "wires">): SchemeValues {
  const transistors = new Set(rig.units.filter(({ ref }) => ref.startsWith("Q")).map(({ ref }) => ref));
  const atBase = new Set(
    rig.wires
      .map(({ from, to }) => [splitLegRef(from), splitLegRef(to)] as const)
      .filter((ends) => ends.some(({ unit, leg }) => transistors.has(unit) && leg === "B"))
      .flatMap((ends) => ends.map(({ unit }) => unit)),
  );
  const resistors = rig.units.filter((unit) => unit.part === "resistor");
  return {
    ohms: resistors.find(({ ref }) => !atBase.has(ref))?.ohms ?? 470,
    baseOhms: resistors.find(({ ref }) => atBase.has(ref))?.ohms,
    led: rig.units.find((unit) => unit.led)?.led ?? ledValues("red"),
  };
}
