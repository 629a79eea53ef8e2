import { railVolts, type RigModel } from "../address";
import { circuitOf, resistanceOf, supplyOf, type Solution } from "../circuit";
import { LED_FIGURES, partById } from "../parts";
import {
  controllerById,
  legRef,
  legTitle,
  pipId,
  splitLegRef,
  type LegRef,
  type PipId,
  type Unit,
  type UnitRef,
} from "../rig";

export type MeasureKind = "led" | "resistor" | "output" | "package" | "heat" | "supply";

/** Something that carries a current or turns it into heat, with what it may carry. */
export interface Measure {
  readonly id: string;
  readonly kind: MeasureKind;
  readonly title: string;
  readonly pip?: PipId;
  readonly ref?: UnitRef;
  /** A in amperes, W in watts. */
  readonly unit: "A" | "W";
  /** What is good practice, or what a sheet promises its levels to. */
  readonly keep?: number;
  /** What must never be passed. */
  readonly maximum?: number;
  /** Where the limits come from. */
  readonly limits: string;
  /** The value in one state of the circuit, in base units. */
  readonly of: (solution: Solution) => number;
}

/** Everything of the rig that can be overloaded. */
export function measuresOf(model: RigModel): Measure[] {
  return [
    ...ledMeasures(model),
    ...model.rig.units.flatMap((unit) => unitMeasures(model, unit)),
    supplyMeasure(model),
  ];
}

function ledMeasures(model: RigModel): Measure[] {
  return model.rig.units.flatMap((unit) => {
    const part = partById(unit.part);
    if (part.kind !== "display" || !unit.led) return [];
    const { keep, maximum, source } = LED_FIGURES[unit.led.colour];
    return part.leds.map(({ digit, segment }): Measure => {
      const pip = pipId(unit.ref, digit, segment);
      return {
        id: `led-${pip}`,
        kind: "led",
        title: `${unit.ref} segment ${segment}`,
        pip,
        unit: "A",
        keep: keep / 1000,
        maximum: maximum / 1000,
        limits: source,
        of: ({ leds }) => leds.get(pip)! / 1000,
      };
    });
  });
}

function unitMeasures(model: RigModel, unit: Unit): Measure[] {
  const part = partById(unit.part);
  if (part.kind === "resistor") {
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
        of: ({ resistors }) => (resistors.get(unit.ref)! / 1000) ** 2 * unit.ohms!,
      },
    ];
  }
  if (part.kind !== "shift-register") return [];
  const legs = part.pins.outputs.map((id) => legRef(unit.ref, id));
  const supply = supplyOf(model, unit.ref);
  const driven = circuitOf(model).outputs.map(({ leg }) => leg);
  const amps = (solution: Solution, leg: LegRef) => (solution.drives.get(leg) ?? 0) / 1000;
  const sum = (solution: Solution, each: (current: number) => number) =>
    legs.reduce((total, leg) => total + each(amps(solution, leg)), 0);
  const packageMeasure = (side: "supply" | "ground", each: (current: number) => number): Measure => ({
    id: `package-${side}-${unit.ref}`,
    kind: "package",
    title: `${unit.ref} ${side} leg`,
    ref: unit.ref,
    unit: "A",
    maximum: part.packageMaximum / 1000,
    limits: `${part.id}: absolute maximum through the ${side} leg`,
    of: (solution) => sum(solution, each),
  });
  return [
    ...legs
      .filter((leg) => driven.includes(leg))
      .map((leg): Measure => ({
        id: `output-${leg}`,
        kind: "output",
        title: legTitle(model.rig, leg, "letters"),
        ref: unit.ref,
        unit: "A",
        keep: part.outputSpecified / 1000,
        maximum: part.outputMaximum / 1000,
        limits: `${part.id}: levels promised to ${part.outputSpecified} mA, absolute maximum ${part.outputMaximum} mA`,
        of: (solution) => Math.abs(amps(solution, leg)),
      })),
    packageMeasure("supply", (current) => Math.max(0, current)),
    packageMeasure("ground", (current) => Math.max(0, -current)),
    {
      id: `heat-${unit.ref}`,
      kind: "heat",
      title: `${unit.ref} outputs, heat`,
      ref: unit.ref,
      unit: "W",
      maximum: part.powerMaximum,
      limits: `${part.id}: package power`,
      of: (solution) => sum(solution, (current) => current ** 2 * resistanceOf(part, supply)),
    },
  ];
}

/** What flows out of the supply: through outputs that source, and straight from the rail. */
function supplyMeasure(model: RigModel): Measure {
  const { rig, nets, drivers } = model;
  const onRail = (leg: LegRef) => (railVolts(drivers.get(nets.of(leg).id) ?? []) ?? 0) > 0;
  const straight = model.addresses.filter(({ anode }) => onRail(anode)).map(({ pip }) => pip);
  const throughResistors = rig.units
    .filter(({ part }) => part === "resistor")
    .flatMap(({ ref }) => [
      ...(onRail(legRef(ref, "1")) ? [{ ref, sign: 1 }] : []),
      ...(onRail(legRef(ref, "2")) ? [{ ref, sign: -1 }] : []),
    ]);
  const separate = rig.units.some(({ part }) => part === "supply");
  const controller = controllerById(rig.plan.controller);
  const most = controller.supplyMaximum / 1000;
  return {
    id: "supply",
    kind: "supply",
    title: separate ? "separate supply" : `board ${controller.logic} V leg`,
    unit: "A",
    maximum: separate ? undefined : most,
    limits: separate ? "choose a supply for at least twice this" : controller.source,
    of: ({ drives, leds, resistors }) => {
      let total = 0;
      for (const [leg, current] of drives)
        if (current > 0 && supplyOf(model, splitLegRef(leg).unit) > 0) total += current;
      for (const pip of straight) total += leds.get(pip)!;
      for (const { ref, sign } of throughResistors) total += sign * resistors.get(ref)!;
      return total / 1000;
    },
  };
}
