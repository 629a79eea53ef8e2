import { digitCount, driverChipOf, isStatic, ledValues } from "../plan";
import type { DriverChipPart } from "../../parts";
import { partOf } from "../part-of";
import { splitLegRef, type Plan, type Rig } from "../types";
import { layDrivers } from "./drivers";
import { Layer, type SchemeValues } from "./layer";
import { layMultiplexed } from "./multiplexed";
import { layStatic } from "./static";

export type { SchemeValues } from "./layer";

/** Lays down units and wires from a plan. Wires come in working order: power, control, lines, commons, segments. */
export function layRig(plan: Plan, values: SchemeValues): Pick<Rig, "units" | "wires"> {
  const layer = new Layer(plan, values);
  const onRegisters = plan.scheme === "register-static" || plan.scheme === "power-register";
  const driver = driverChipOf(plan.scheme);
  if (driver) layDrivers(layer, driver);
  else if (onRegisters && isStatic({ scheme: plan.scheme, digits: digitCount(plan) })) layStatic(layer);
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
  const setters = setResistors(rig);
  const inLines = segmentResistors(rig);
  const others = new Set([...atBase, ...setters, ...busResistors(rig)]);
  const onChips = rig.units.some((unit) => partOf(unit).kind === "driver-chip");
  return {
    ohms: resistors.find(({ ref }) => !others.has(ref))?.ohms ?? 470,
    setOhms: resistors.find(({ ref }) => setters.has(ref))?.ohms,
    ...(onChips ? { segmentOhms: resistors.find(({ ref }) => inLines.has(ref))?.ohms ?? 0 } : {}),
    baseOhms: resistors.find(({ ref }) => atBase.has(ref))?.ohms,
    led: rig.units.find((unit) => unit.led)?.led ?? ledValues("red"),
  };
}

/** Resistors with an end on a leg of a driver chip that `isWanted` accepts. */
function resistorsAt(
  rig: Pick<Rig, "units" | "wires">,
  isWanted: (part: DriverChipPart, leg: string) => boolean,
): ReadonlySet<string> {
  const parts = new Map(rig.units.map((unit) => [unit.ref, partOf(unit)]));
  const found = rig.wires
    .map(({ from, to }) => [splitLegRef(from), splitLegRef(to)] as const)
    .filter((ends) =>
      ends.some(({ unit, leg }) => {
        const part = parts.get(unit);
        return part?.kind === "driver-chip" && isWanted(part, leg);
      }),
    )
    .flatMap((ends) => ends.map(({ unit }) => unit))
    .filter((ref) => parts.get(ref)?.kind === "resistor");
  return new Set(found);
}

/** Resistors that set a driver chip's current. */
export const setResistors = (rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(rig, (part, leg) => part.setCurrent?.leg === leg);

/** Resistors in the segment lines of driver chips. */
export const segmentResistors = (rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(
    rig,
    ({ segmentLegs, address }, leg) => segmentLegs.includes(leg) && !address?.straps.includes(leg),
  );

/** Resistors that pull a driver chip's bus lines up or join its address legs to the strap leg. */
const busResistors = (rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(
    rig,
    ({ pins, address }, leg) =>
      leg === pins.data || leg === pins.clock || (address?.straps.includes(leg) ?? false),
  );
