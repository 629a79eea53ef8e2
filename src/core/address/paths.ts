import { partById } from "../parts";
import { legRef, splitLegRef, type LegRef, type PipId, type Wire } from "../rig";
import type { RigModel } from "./model";

/** The part of an LED's way that is its own: from its display leg through resistors to what drives it. */
export interface PipPath {
  readonly legs: ReadonlySet<LegRef>;
  readonly wires: ReadonlySet<string>;
}

/** The legs and wires of an LED's own path. */
export function pathOf(model: RigModel, pip: PipId): PipPath {
  const address = model.address(pip);
  if (!address) return { legs: new Set(), wires: new Set() };
  const reach = address.ownReach;
  const resistorEnds = reach.flatMap(({ via }) => via.flatMap((ref) => [legRef(ref, "1"), legRef(ref, "2")]));
  const legs = new Set<LegRef>([address.ownLeg, ...resistorEnds, ...reach.map(({ driver }) => driver.leg)]);
  const nets = new Set([...legs].map((leg) => model.nets.of(leg)));
  const wires = new Set(
    [...nets]
      .filter((net) => !(model.drivers.get(net.id) ?? []).some(({ kind }) => kind === "rail"))
      .flatMap((net) => net.wires),
  );
  return { legs, wires };
}

/** The LEDs whose own path a leg is on. */
export const pipsAt = (model: RigModel, leg: LegRef): PipId[] =>
  model.addresses.filter(({ pip }) => pathOf(model, pip).legs.has(leg)).map(({ pip }) => pip);

/** The LEDs whose own path a wire is on. */
export const pipsOn = (model: RigModel, wire: string): PipId[] =>
  model.addresses.filter(({ pip }) => pathOf(model, pip).wires.has(wire)).map(({ pip }) => pip);

/** The order one works in: power first, then the lines, then what all segments share, then the segments. */
export const WIRE_GROUPS = ["power", "lines", "common", "segments"] as const;
export type WireGroup = (typeof WIRE_GROUPS)[number];

/** Which group a wire belongs to, by what it joins. */
export function wireGroup(model: RigModel, wire: Wire): WireGroup {
  const ends = [wire.from, wire.to];
  const kind = (leg: LegRef) => partById(model.unit(splitLegRef(leg).unit).part).kind;
  const own = new Set(model.addresses.map(({ ownLeg }) => ownLeg));
  const sharedResistors = new Set(
    model.addresses.flatMap(({ sharedReach }) => sharedReach.flatMap(({ via }) => via)),
  );
  const isCommon = (leg: LegRef) =>
    (kind(leg) === "display" && !own.has(leg)) || sharedResistors.has(splitLegRef(leg).unit);
  if (ends.some(isCommon)) return "common";
  if (ends.some((leg) => kind(leg) === "display" || kind(leg) === "resistor")) return "segments";
  const isLine = (leg: LegRef) =>
    model.drivers.get(model.nets.of(leg).id)?.some((driver) => driver.leg === leg && driver.kind === "line");
  return ends.some(isLine) ? "lines" : "power";
}
