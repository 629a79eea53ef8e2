import { isBusChip, isChip, type ChipPart, type ControllerPart } from "../../parts";
import type { Ohms } from "../../quantity";
import { remembered } from "../../remember";
import { changeUnits } from "../edit";
import { partOf } from "../part-of";
import { ledValues } from "../plan-facts";
import { splitLegRef, type Rig } from "../document";
import type { SchemeValues } from "./layer";

/** The values the present units carry, for laying a scheme again. */
export function schemeValues(rig: Pick<Rig, "units" | "wires">): SchemeValues {
  const transistors = new Set(rig.units.filter(({ ref }) => ref.startsWith("Q")).map(({ ref }) => ref));
  const atBase = new Set(
    rig.wires
      .map(({ from, to }) => [splitLegRef(from), splitLegRef(to)] as const)
      .filter((ends) => ends.some(({ unit, leg }) => transistors.has(unit) && leg === "B"))
      .flatMap((ends) => ends.map(({ unit }) => unit)),
  );
  const resistors = rig.units.filter((unit) => unit.part === "resistor" && !unit.added);
  const setters = setResistors(rig);
  const inLines = segmentResistors(rig);
  const others = new Set([...atBase, ...setters, ...busResistors(rig), ...resetResistors(rig)]);
  const onChips = rig.units.some((unit) => partOf(unit).kind === "driver-chip");
  return {
    ohms: resistors.find(({ ref }) => !others.has(ref))?.ohms ?? 470,
    setOhms: resistors.find(({ ref }) => setters.has(ref))?.ohms,
    ...(onChips ? { segmentOhms: resistors.find(({ ref }) => inLines.has(ref))?.ohms ?? 0 } : {}),
    baseOhms: resistors.find(({ ref }) => atBase.has(ref))?.ohms,
    led: rig.units.find((unit) => unit.led)?.led ?? ledValues("red"),
  };
}

/** Resistors with an end on a leg of a chip that `isWanted` accepts. */
function resistorsAt(
  rig: Pick<Rig, "units" | "wires">,
  isWanted: (part: ChipPart, leg: string) => boolean,
  ofController: (part: ControllerPart, leg: string) => boolean = () => false,
): ReadonlySet<string> {
  const parts = new Map(rig.units.map((unit) => [unit.ref, partOf(unit)]));
  const found = rig.wires
    .map(({ from, to }) => [splitLegRef(from), splitLegRef(to)] as const)
    .filter((ends) =>
      ends.some(({ unit, leg }) => {
        const part = parts.get(unit);
        if (part?.kind === "controller") return ofController(part, leg);
        return part !== undefined && isChip(part) && isWanted(part, leg);
      }),
    )
    .flatMap((ends) => ends.map(({ unit }) => unit))
    .filter((ref) => parts.get(ref)?.kind === "resistor");
  return new Set(found);
}

/** The leg by which a chip's current is set, where it has one. */
const setLegOf = (part: ChipPart): string | undefined =>
  part.kind === "driver-chip"
    ? part.setCurrent?.leg
    : part.kind === "shift-register"
      ? part.constantCurrent?.leg
      : undefined;

/** Resistors that set a chip's current. */
export const setResistors = remembered((rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(rig, (part, leg) => setLegOf(part) === leg),
);

/** The rig with another resistor at every leg that sets a chip's current. */
export function withSetOhms(rig: Rig, ohms: Ohms): Rig {
  const refs = setResistors(rig);
  return changeUnits(rig, ({ ref }) => refs.has(ref), { ohms });
}

/** Resistors in the segment lines of driver chips. */
export const segmentResistors = (rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(
    rig,
    (part, leg) =>
      part.kind === "driver-chip" && part.segmentLegs.includes(leg) && !part.address?.straps.includes(leg),
  );

/** Resistors that pull a chip's bus lines up or join its address legs to the strap leg. */
const busResistors = (rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(
    rig,
    (part, leg) =>
      isBusChip(part) &&
      (leg === part.pins.data || leg === part.pins.clock || (part.address?.straps.includes(leg) ?? false)),
  );

/** Resistors that hold the reset leg of a controller high. */
export const resetResistors = remembered((rig: Pick<Rig, "units" | "wires">): ReadonlySet<string> =>
  resistorsAt(
    rig,
    () => false,
    (part, leg) => part.around?.reset.leg === leg,
  ),
);
