import { remembered } from "../remember";
import {
  legRef,
  resetResistors,
  setResistors,
  splitLegRef,
  splitPipId,
  type LegRef,
  type PipId,
  type UnitRef,
  type Wire,
} from "../rig";
import { isBusChip } from "../parts";
import { behind } from "./conditions";
import { besideShow } from "./held";
import type { RigModel } from "./model";
import { reachFrom, type Reach } from "./reach";

/** The part of an LED's way that is its own: from its display leg through resistors to what drives it. */
export interface PipPath {
  readonly legs: ReadonlySet<LegRef>;
  readonly wires: ReadonlySet<string>;
}

const EMPTY: PipPath = { legs: new Set(), wires: new Set() };

/** Follows resistors and, through a switch, what controls it. Nets on a rail are left out: every LED would have them. */
function pathFrom(model: RigModel, start: LegRef, reach: readonly Reach[]): PipPath {
  const ends = reach.flatMap(({ via }) =>
    via.flatMap((ref) => model.part(ref).legs.map(({ id }) => legRef(ref, id))),
  );
  const legs = new Set<LegRef>([start, ...ends, ...reach.map(({ driver }) => driver.leg)]);
  for (const { driver } of reach) {
    if (driver.kind !== "switch") continue;
    const control = pathFrom(
      model,
      driver.control,
      reachFrom(driver.control, model.rig, model.nets, model.drivers),
    );
    for (const leg of control.legs) legs.add(leg);
  }
  const nets = new Set([...legs].map((leg) => model.nets.of(leg)));
  const wires = new Set(
    [...nets]
      .filter((net) => !(model.drivers.get(net.id) ?? []).some(({ kind }) => kind === "rail"))
      .flatMap((net) => net.wires),
  );
  return { legs, wires };
}

/** The legs and wires of an LED's own path. */
export function pathOf(model: RigModel, pip: PipId): PipPath {
  const address = model.address(pip);
  return address ? pathFrom(model, address.ownLeg, address.ownReach) : EMPTY;
}

/** The legs and wires by which an LED's digit is switched, as far as something switches it. */
export function digitPathOf(model: RigModel, pip: PipId): PipPath {
  const address = model.address(pip);
  if (!address || address.sharedReach.every(({ driver }) => driver.kind === "rail")) return EMPTY;
  return pathFrom(model, address.sharedLeg, address.sharedReach);
}

const pipsWith = (model: RigModel, test: (path: PipPath) => boolean): PipId[] => {
  const own = model.addresses.filter(({ pip }) => test(pathOf(model, pip)));
  const found = own.length > 0 ? own : model.addresses.filter(({ pip }) => test(digitPathOf(model, pip)));
  return found.map(({ pip }) => pip);
};

/** The LEDs whose own path a leg is on, or else those whose digit it switches. */
export const pipsAt = (model: RigModel, leg: LegRef): PipId[] => pipsWith(model, ({ legs }) => legs.has(leg));

/** The LEDs whose own path a wire is on, or else those whose digit it switches. */
export const pipsOn = (model: RigModel, wire: string): PipId[] =>
  pipsWith(model, ({ wires }) => wires.has(wire));

/** The order one works in: power first, then the lines, then the segments, then what digits and segments share. */
export const WIRE_GROUPS = ["power", "lines", "segments", "common"] as const;
export type WireGroup = (typeof WIRE_GROUPS)[number];

/** Legs that belong to one LED, and resistors in the way of what several share: the same for every wire of a rig. */
const sidesOf = remembered((model: RigModel) => ({
  own: new Set(model.addresses.map(({ ownLeg }) => ownLeg)) as ReadonlySet<LegRef>,
  sharedResistors: new Set(
    model.addresses.flatMap(({ sharedReach }) =>
      sharedReach.flatMap(({ via, driver }) => [
        ...via,
        ...behind(model, driver).flatMap((one) =>
          one.kind === "switch"
            ? reachFrom(one.control, model.rig, model.nets, model.drivers).flatMap((reach) => reach.via)
            : [],
        ),
      ]),
    ),
  ) as ReadonlySet<UnitRef>,
}));

/** Which group a wire belongs to, by what it joins. */
export function wireGroup(model: RigModel, wire: Wire): WireGroup {
  const ends = [wire.from, wire.to];
  const kind = (leg: LegRef) => model.part(splitLegRef(leg).unit).kind;
  const { own, sharedResistors } = sidesOf(model);
  const isRail = (leg: LegRef) =>
    (model.drivers.get(model.nets.of(leg).id) ?? []).some((driver) => driver.kind === "rail");
  const switches = (leg: LegRef) => kind(leg) === "transistor" || kind(leg) === "driver-array";
  const isCommon = (leg: LegRef) =>
    (kind(leg) === "display" && !own.has(leg)) || sharedResistors.has(splitLegRef(leg).unit) || switches(leg);
  if (ends.some(switches) && ends.every(isRail)) return "power";
  const drivers = (leg: LegRef) => model.drivers.get(model.nets.of(leg).id) ?? [];
  const beside = (leg: LegRef) => kind(leg) === "resistor" && !ledResistors(model).has(splitLegRef(leg).unit);
  if (ends.some(beside) && ends.some((leg) => isBusChip(model.part(splitLegRef(leg).unit))))
    return ends.some((leg) => drivers(leg).some((driver) => driver.kind === "line")) ? "lines" : "power";
  const apart = new Set([...setResistors(model.rig), ...resetResistors(model.rig)]);
  if (ends.some((leg) => apart.has(splitLegRef(leg).unit) || kind(leg) === "crystal")) return "power";
  if (ends.some(isCommon)) return "common";
  if (ends.some((leg) => kind(leg) === "display" || kind(leg) === "resistor")) return "segments";
  const isLine = (leg: LegRef) =>
    model.drivers.get(model.nets.of(leg).id)?.some((driver) => driver.leg === leg && driver.kind === "line");
  return ends.some(isLine) ? "lines" : "power";
}

/**
 * Resistors that the current of the display's LEDs runs through; others sit at bases and gates, or belong to what stands
 * beside the display.
 */
export const ledResistors: (model: RigModel) => ReadonlySet<string> = remembered((model: RigModel) => {
  const beside = besideShow(model);
  return new Set<string>(
    model.addresses
      .filter(({ pip }) => !beside.has(splitPipId(pip).unit))
      .flatMap(({ ownReach, sharedReach }) =>
        [...ownReach, ...sharedReach].flatMap(({ via }) =>
          via.filter((ref) => model.part(ref).kind === "resistor"),
        ),
      ),
  );
});
