import { ledResistors, modelOf, railVolts, reachFrom, type RigModel } from "../address";
import { currentFigures, litTogether, pipsIn, stageOf, supplyOf } from "../circuit";
import { neighbours, type Farads, type Milliamps, type Ohms } from "../quantity";
import { remembered } from "../remember";
import { legRef, relay, type ResistorPlacing, type UnitRef } from "../rig";
import { lightDuty } from "../scan";
import { worstWith } from "./at-worst";
import { supplyMeasures } from "./supply-measures";

/** A 1 and an 8 with resistors in one place, average over the turns where digits take turns. */
export interface PlacingFigures {
  readonly placing: ResistorPlacing;
  readonly resistors: number;
  readonly inOne: Milliamps;
  readonly inEight: Milliamps;
}

/** Both places for resistors with the rig's own value: how bright a segment of a 1 and of an 8 is under each. */
export function bothPlacings(model: RigModel): PlacingFigures[] {
  const duty = lightDuty(model);
  return (["per-segment", "common"] as const).map((placing) => {
    const own = model.rig.plan.resistors === placing;
    const laid = own ? model : modelOf(relay(model.rig, { ...model.rig.plan, resistors: placing }));
    const { inOne, inEight } = currentFigures(laid);
    return { placing, resistors: ledResistors(laid).size, inOne: inOne * duty, inEight: inEight * duty };
  });
}

/** What a transistor's base resistor is, and what it should be. */
export interface BaseAdvice {
  readonly ref: UnitRef;
  readonly resistor: UnitRef;
  readonly ohms: Ohms;
  /** Through the collector with everything lit, and into the base. */
  readonly collector: Milliamps;
  readonly base: Milliamps;
  /** The value for a tenth of the collector current, as one buys it. */
  readonly advised: Ohms;
}

/** A tenth of the collector current saturates a small transistor for certain. */
const FORCED_GAIN = 10;

/** The base resistors of a rig: Rb = (drive − 0.7 V) / (Ic / 10) − what the drive has itself. */
export function baseAdvice(model: RigModel): BaseAdvice[] {
  return model.rig.units.flatMap(({ ref }): BaseAdvice[] => {
    const part = model.part(ref);
    if (part.kind !== "transistor" || !("gain" in part.figures)) return [];
    const reach = reachFrom(legRef(ref, part.pins.control), model.rig, model.nets, model.drivers)[0];
    const resistor = reach?.via[0];
    if (!reach || !resistor || reach.driver.kind === "rail" || reach.driver.kind === "switch") return [];
    let collector = 0;
    let base = 0;
    for (const slot of model.slots) {
      const currents = worstWith(model, pipsIn(model, slot)).transistors.get(ref);
      if (currents && currents.collector > collector) ({ collector, base } = currents);
    }
    const supply = supplyOf(model, reach.driver.unit);
    const stage = stageOf(model.part(reach.driver.unit), supply, "strong");
    const side = part.type === "npn" ? stage.high : stage.low;
    const emitter =
      railVolts(model.drivers.get(model.nets.of(legRef(ref, part.pins.common)).id) ?? []) ?? supply;
    const drive = part.type === "npn" ? (side?.volts ?? 0) : emitter - (side?.volts ?? 0);
    const wanted = Math.max(collector, 1) / FORCED_GAIN / 1000;
    const exact = (drive - part.figures.baseDrop) / wanted - (side?.ohms ?? 0);
    const { below } = neighbours("E12", Math.max(10, exact));
    return [{ ref, resistor, ohms: model.unit(resistor).ohms!, collector, base, advised: below }];
  });
}

/** What the supply has to be good for, and the capacitor that carries it over a step of the load. */
export interface SupplyAdvice {
  /** With everything lit as the program sets it: of the source that gives the most. */
  readonly most: Milliamps;
  /** The same with driver chips at full brightness or under display test. */
  readonly full: Milliamps;
  /** What to buy: half as much again as the most there can be. */
  readonly take: Milliamps;
  /** What the board's leg gives, where it feeds the rig. */
  readonly limit: Milliamps | undefined;
  readonly bulk: Farads;
}

const STEP_TIME_S = 50e-6;
const STEP_VOLTS = 0.1;
const MARGIN = 1.5;

/**
 * The supply's figures, of the source that carries the display: the same measures as the audit's, with a whole slot
 * lit. C = I × t / ΔV for the step when it lights, until the supply follows: 50 µs within 0.1 V (customary).
 */
export const supplyAdvice: (model: RigModel) => SupplyAdvice = remembered((model: RigModel) => {
  const points = litTogether(model).map((lit) => worstWith(model, lit));
  const sources = supplyMeasures(model).map(({ of, ofAny, maximum }) => ({
    most: Math.max(0, ...points.map(of)) * 1000,
    full: Math.max(0, ...points.map(ofAny ?? of)) * 1000,
    limit: maximum === undefined ? undefined : maximum * 1000,
  }));
  const main = sources.reduce(
    (best, source) => (source.full > best.full ? source : best),
    sources[0] ?? { most: 0, full: 0, limit: undefined },
  );
  return { ...main, take: main.full * MARGIN, bulk: ((main.full / 1000) * STEP_TIME_S) / STEP_VOLTS };
});
