import type { RigModel } from "../address";
import { circuitOf, supplyNetOf, type Solution } from "../circuit";
import { sourceOf } from "../parts";
import { formatQuantity, type Milliamps } from "../quantity";
import { legRef, type LegRef, type UnitRef } from "../rig";
import { chipScans } from "../scan";
import { driverSupply } from "./driver-measures";
import type { Measure } from "./measure";

/** A leg that gives power: of the board, or of a supply of its own. */
interface Source {
  readonly leg: LegRef;
  readonly unit: UnitRef;
  readonly net: number;
  readonly title: string;
  readonly limit: Milliamps | undefined;
  readonly limits: string;
  /** Further nets that draw from the same leg through the board's regulator. */
  readonly behind: readonly number[];
}

/** The legs of a rig that feed something: its boards' supply legs and its separate supplies. */
function sourcesOf(model: RigModel): Source[] {
  const { rig, nets } = model;
  const feeds = (net: number) =>
    nets.all.some(({ id, legs }) => id === net && legs.length > 1) ||
    circuitOf(model).outputs.some(({ unit }) => supplyNetOf(model, unit) === net);
  return rig.units.flatMap(({ ref }): Source[] => {
    const part = model.part(ref);
    if (part.kind === "supply") {
      const leg = legRef(ref, "+");
      const limits = "choose a supply for at least half as much again";
      return [
        { leg, unit: ref, net: nets.of(leg).id, title: `${ref} +`, limit: undefined, limits, behind: [] },
      ];
    }
    if (part.kind !== "controller") return [];
    return Object.entries(part.supplies).flatMap(([id, volts]): Source[] => {
      const leg = legRef(ref, id);
      const net = nets.of(leg).id;
      // A board's regulator takes what it gives from the 5 V leg.
      const behind = volts === 5 ? [nets.of(legRef(ref, "3V3")).id].filter((other) => other !== net) : [];
      if (![net, ...behind].some(feeds)) return [];
      return [
        {
          leg,
          unit: ref,
          net,
          title: `board ${formatQuantity(volts, "V")} leg`,
          limit: part.supplyLimits[id],
          limits: sourceOf(part, "supplyLimits"),
          behind,
        },
      ];
    });
  });
}

/** Buzzers and relays on a net with what they take while they are on: at the worst all of them are. */
const loadsOn = (model: RigModel, nets: readonly number[]): number =>
  model.rig.units.reduce((sum, { ref }) => {
    const part = model.part(ref);
    if (part.kind !== "load") return sum;
    const leg = "input" in part.pins ? part.pins.supply : part.pins.plus;
    return nets.includes(model.nets.of(legRef(ref, leg)).id) ? sum + part.current / 1000 : sum;
  }, 0);

/** What each source gives: through all that hangs on its net, and to the chips it feeds. */
export function supplyMeasures(model: RigModel): Measure[] {
  const circuit = circuitOf(model, "strong");
  const chips = chipScans(model).map((chip) => ({ chip, net: supplyNetOf(model, chip.unit) }));
  return sourcesOf(model).map(({ leg, unit, net, title, limit, limits, behind }): Measure => {
    const from = [net, ...behind];
    const fed = chips
      .filter((one) => one.net !== undefined && from.includes(one.net))
      .map(({ chip }) => chip);
    const loads = loadsOn(model, from);
    const rest = (solution: Solution) =>
      loads + from.reduce((sum, one) => sum + circuit.takenFrom(one, solution), 0) / 1000;
    return {
      id: `supply-${leg}`,
      kind: "supply",
      title,
      ref: unit,
      unit: "A",
      maximum: limit === undefined ? undefined : limit / 1000,
      limits,
      of: (solution) => Math.max(0, rest(solution) + driverSupply(fed, solution.leds, "set")),
      ofAny: (solution) => Math.max(0, rest(solution) + driverSupply(fed, solution.leds, "full")),
    };
  });
}
