import { isMultiplexed, pipTitle, standsAt, type RigModel } from "../address";
import { circuitOf, stageOf, supplyOf, type Solution } from "../circuit";
import { LED_FIGURES, partById, sourceOf } from "../parts";
import { legTitle, pipId, type LegRef, type Unit, type UnitRef } from "../rig";
import { chipScans, fullTimeline, lightDuty, pulseLimit } from "../scan";
import { linesPutOut } from "./at-worst";
import { driverMeasures } from "./driver-measures";
import type { Measure } from "./measure";
import { resistorMeasures } from "./resistor-heat";
import { supplyMeasures } from "./supply-measures";

/** Everything of the rig that can be overloaded. */
export function measuresOf(model: RigModel): Measure[] {
  return [
    ...ledMeasures(model),
    ...model.rig.units.flatMap((unit) => unitMeasures(model, unit)),
    ...supplyMeasures(model),
  ];
}

/**
 * Each LED against its colour's limits. A pulsed one may carry more at the moment than a steady one, by its duty, and has
 * a limit for its average besides: a peak that is allowed says nothing of heat.
 */
function ledMeasures(model: RigModel): Measure[] {
  const duties = isMultiplexed(model)
    ? fullTimeline(model).digits.map((spans) =>
        Math.min(1, spans.reduce((sum, { from, to }) => sum + to - from, 0) / fullTimeline(model).period),
      )
    : undefined;
  const scanned = chipScans(model).length > 0 ? lightDuty(model) : undefined;
  return model.rig.units.flatMap((unit) => {
    const part = model.part(unit.ref);
    if (part.kind !== "display" || !unit.led) return [];
    const { keep, maximum, peak, source } = LED_FIGURES[unit.led.colour];
    return part.leds.map(({ digit, segment }): Measure => {
      const pip = pipId(unit.ref, digit, segment);
      const at = model.digits.findIndex((id) => id.unit === unit.ref && id.digit === digit);
      const duty = duties?.[at] ?? scanned ?? 1;
      const pulsed = duty < 1;
      return {
        id: `led-${pip}`,
        kind: "led",
        title: pipTitle(model, pip),
        pip,
        unit: "A",
        keep: (pulsed ? pulseLimit(keep, peak, duty) : keep) / 1000,
        maximum: (pulsed ? pulseLimit(maximum, peak * 1.25, duty) : maximum) / 1000,
        averageMaximum: pulsed ? keep / 1000 : undefined,
        limits: pulsed
          ? `${source}; pulsed at ${(duty * 100).toFixed(1)} % duty, between the kept current and the peak at a tenth`
          : source,
        lasts: scanned,
        of: ({ leds }) => leds.get(pip)! / 1000,
      };
    });
  });
}

const amps = (solution: Solution, leg: LegRef) => (solution.drives.get(leg) ?? 0) / 1000;

function unitMeasures(model: RigModel, unit: Unit): Measure[] {
  const part = model.part(unit.ref);
  switch (part.kind) {
    case "resistor":
      return resistorMeasures(model, unit, part);
    case "diode":
      return [
        {
          id: `diode-${unit.ref}`,
          kind: "diode",
          title: `${unit.ref} ${part.title}`,
          ref: unit.ref,
          unit: "A",
          keep: part.current.keep / 1000,
          maximum: part.current.maximum / 1000,
          limits: part.source,
          of: ({ leds }) => (leds.get(unit.ref) ?? 0) / 1000,
        },
      ];
    case "transistor":
      return transistorMeasures(unit.ref, part.source, part.current.keep, part.current.maximum, part.type);
    case "driver-array":
      return arrayMeasures(model, unit.ref);
    case "controller":
      return outputMeasures(model, unit.ref, {
        keep: part.pinDefault ?? part.pinKeep,
        maximum: part.pinMaximum,
        limits: sourceOf(part, "pinMaximum"),
        recommendedBy: sourceOf(part, part.pinDefault === undefined ? "pinKeep" : "pinDefault"),
        all: part.allPinsMaximum,
      });
    case "shift-register":
    case "selector":
    case "ring":
    case "segment-decoder":
    case "expander":
    case "buffer":
      return [
        ...outputMeasures(model, unit.ref, {
          keep: part.outputSpecified,
          maximum: part.outputMaximum,
          limits: sourceOf(part, "outputMaximum"),
          recommendedBy: sourceOf(part, "outputSpecified"),
          all: part.packageMaximum,
        }),
        heatMeasure(model, unit.ref, part.powerMaximum),
      ];
    case "driver-chip":
      return driverMeasures(model, unit.ref);
    default:
      return [];
  }
}

interface OutputLimits {
  readonly keep: number;
  readonly maximum: number;
  readonly limits: string;
  readonly recommendedBy: string;
  /** Through the supply leg and through the ground leg; undefined where the sheet names none. */
  readonly all: number | undefined;
}

const outputsOf = (model: RigModel, ref: UnitRef): LegRef[] =>
  circuitOf(model)
    .outputs.filter(
      (output) => standsAt(output) === ref && (output.kind !== "line" || linesPutOut(model).has(output.line)),
    )
    .map(({ leg }) => leg);

/**
 * Each output leg of a chip or board, and all of them through its supply and its ground leg: a package is overloaded by
 * many outputs that are each well within their own limit.
 */
function outputMeasures(
  model: RigModel,
  ref: UnitRef,
  { keep, maximum, limits, recommendedBy, all }: OutputLimits,
): Measure[] {
  const legs = outputsOf(model, ref);
  if (legs.length === 0) return [];
  const board = model.part(ref).kind === "controller";
  const through = (side: "supply" | "ground", each: (current: number) => number): Measure => ({
    id: `package-${side}-${ref}`,
    kind: "package",
    title: board ? `board, all lines through ${side}` : `${ref} ${side} leg`,
    ref,
    unit: "A",
    maximum: all === undefined ? undefined : all / 1000,
    limits:
      all === undefined
        ? `${model.part(ref).id}: the sheet names no limit for all outputs together`
        : sourceOf(model.part(ref), board ? "allPinsMaximum" : "packageMaximum"),
    of: (solution) => legs.reduce((total, leg) => total + each(amps(solution, leg)), 0),
  });
  return [
    ...legs.map((leg): Measure => ({
      id: `output-${leg}`,
      kind: "output",
      title: legTitle(model.rig, leg, "letters"),
      ref,
      unit: "A",
      keep: keep / 1000,
      maximum: maximum / 1000,
      limits,
      recommendedBy,
      of: (solution) => Math.abs(amps(solution, leg)),
    })),
    through("supply", (current) => Math.max(0, current)),
    through("ground", (current) => Math.max(0, -current)),
  ];
}

/** Heat of a chip's output stages: the most current, through the most an output may have itself. */
function heatMeasure(model: RigModel, ref: UnitRef, powerMaximum: number): Measure {
  const legs = outputsOf(model, ref);
  const supply = supplyOf(model, ref);
  const stage = stageOf(model.part(ref), supply);
  const lost = (current: number): number => {
    const side = current > 0 ? stage.high : stage.low;
    if (!side) return 0;
    const drop = current > 0 ? supply - side.volts : side.volts;
    return Math.abs(current) * drop + current ** 2 * side.ohms;
  };
  return {
    id: `heat-${ref}`,
    kind: "heat",
    title: `${ref} outputs, heat`,
    ref,
    unit: "W",
    maximum: powerMaximum,
    limits: sourceOf(model.part(ref), "powerMaximum"),
    of: (solution) =>
      legs.reduce((total, leg) => {
        const current = amps(solution, leg);
        // What a constant-current sink leaves no light for it turns into heat.
        const over = solution.sinks.get(leg);
        return total + (over === undefined ? lost(current) : Math.abs(current) * over);
      }, 0),
  };
}

/** Forced gain one keeps a saturated small transistor to, and more than its own gain can never be. */
const FORCED_GAIN = { keep: 20, maximum: 100 };

function transistorMeasures(
  ref: UnitRef,
  source: string,
  keep: number,
  maximum: number,
  type: "npn" | "pnp" | "n-channel" | "p-channel",
): Measure[] {
  const bipolar = type === "npn" || type === "pnp";
  const currents = (solution: Solution) => solution.transistors.get(ref);
  return [
    {
      id: `transistor-${ref}`,
      kind: "transistor",
      title: `${ref} ${bipolar ? "collector" : "drain"}`,
      ref,
      unit: "A",
      keep: keep / 1000,
      maximum: maximum / 1000,
      limits: source,
      of: (solution) => (currents(solution)?.collector ?? 0) / 1000,
    },
    ...(bipolar
      ? [
          {
            id: `base-${ref}`,
            kind: "transistor" as const,
            title: `${ref} forced gain (collector ÷ base)`,
            ref,
            unit: "×" as const,
            keep: FORCED_GAIN.keep,
            maximum: FORCED_GAIN.maximum,
            limits:
              "base current about a tenth of the collector's; above twenty it no longer saturates for certain",
            of: (solution: Solution) => {
              const { base = 0, collector = 0 } = currents(solution) ?? {};
              return base > 1e-6 && collector > 0.1 ? collector / base : 0;
            },
          },
        ]
      : []),
    {
      id: `heat-${ref}`,
      kind: "heat",
      title: `${ref}, heat`,
      ref,
      unit: "W",
      keep: 0.2,
      maximum: 0.5,
      limits: "small plastic body, typical",
      of: (solution) => ((currents(solution)?.collector ?? 0) / 1000) * (currents(solution)?.drop ?? 0),
    },
  ];
}

/** Each channel of a Darlington array, and its heat: all channels share one package and one ground leg. */
function arrayMeasures(model: RigModel, ref: UnitRef): Measure[] {
  const part = partById(model.unit(ref).part);
  if (part.kind !== "driver-array") return [];
  const channels = circuitOf(model).switches.filter(({ unit }) => unit === ref);
  const through = (solution: Solution, id: string) => (solution.transistors.get(id)?.collector ?? 0) / 1000;
  return [
    ...channels.map(({ id }): Measure => ({
      id: `transistor-${id}`,
      kind: "transistor",
      title: legTitle(model.rig, id as LegRef, "letters"),
      ref,
      unit: "A",
      maximum: part.outputMaximum / 1000,
      limits: part.source,
      of: (solution) => through(solution, id),
    })),
    {
      id: `package-ground-${ref}`,
      kind: "package",
      title: `${ref} ground leg`,
      ref,
      unit: "A",
      maximum: part.packageMaximum / 1000,
      limits: part.source,
      of: (solution) => channels.reduce((sum, { id }) => sum + through(solution, id), 0),
    },
    {
      id: `heat-${ref}`,
      kind: "heat",
      title: `${ref}, heat`,
      ref,
      unit: "W",
      maximum: part.powerMaximum,
      limits: part.source,
      of: (solution) =>
        channels.reduce(
          (sum, { id }) => sum + through(solution, id) * (solution.transistors.get(id)?.drop ?? 0),
          0,
        ),
    },
  ];
}
