import { alongChain, distinctDrivers, hasPower, railVolts, reachFrom, type RigModel } from "../address";
import { OPEN, UNKNOWN, type Level } from "../level";
import { isBusChip, type ChipPart } from "../parts";
import { legRef, splitLegRef, type LegRef, type UnitRef } from "../rig";

/**
 * Driver chips that make one chain: each takes its data from the chip before and nothing else, and clock and load are
 * the same nets. Together they are one long shift register.
 */
export function driverGroups(model: RigModel): UnitRef[][] {
  const { rig, nets, drivers } = model;
  const chips = rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    return isBusChip(part) && part.pins.dataOut !== undefined && isPowered(model, ref, part)
      ? [{ ref, part }]
      : [];
  });
  const netOf = (ref: UnitRef, leg: string | undefined) =>
    leg === undefined ? -1 : nets.of(legRef(ref, leg)).id;
  const before = ({ ref, part }: (typeof chips)[number]): UnitRef | undefined => {
    const sources = distinctDrivers(
      reachFrom(legRef(ref, part.pins.data), rig, nets, drivers).map(({ driver }) => driver),
    );
    const [source] = sources;
    if (sources.length !== 1 || source?.kind !== "serial-out") return undefined;
    const other = chips.find((one) => one.ref === source.unit);
    return other &&
      netOf(ref, part.pins.clock) === netOf(other.ref, other.part.pins.clock) &&
      netOf(ref, part.pins.select) === netOf(other.ref, other.part.pins.select) &&
      netOf(ref, part.groundLeg) === netOf(other.ref, other.part.groundLeg)
      ? other.ref
      : undefined;
  };
  const links = new Map(
    chips.flatMap((chip) => {
      const from = before(chip);
      return from === undefined ? [] : [[from, chip.ref] as const];
    }),
  );
  const inner = new Set(links.values());
  return chips.filter(({ ref }) => !inner.has(ref)).map(({ ref }) => alongChain(links, ref));
}

/** The level of a net several things drive: open ones do not count, different ones leave it unknown. */
export function resolve(levels: readonly Level[]): Level {
  let found: Level = OPEN;
  for (const level of levels) {
    if (level === OPEN || level === found) continue;
    if (found !== OPEN) return UNKNOWN;
    found = level;
  }
  return found;
}

/** Whether a chip's supply and ground legs are on rails its data sheet allows. */
export const isPowered = (model: RigModel, ref: UnitRef, part: ChipPart): boolean =>
  hasPower(part, (leg) => railVolts(model.drivers.get(model.nets.of(legRef(ref, leg)).id) ?? []));

/** Whether a chip's ground is the controller's: without a common ground it cannot tell the controller's levels. */
export const hearsController = (model: RigModel, ground: LegRef): boolean =>
  model.nets.of(ground).legs.some((leg) => {
    const { unit, leg: id } = splitLegRef(leg);
    const part = model.part(unit);
    return part.kind === "controller" && part.legs.some((one) => one.id === id && one.role === "ground");
  });

/** The net a chip answers on: of the line that leads to its data leg, also where a MOSFET stands between. */
export function dataNetOf(model: RigModel, leg: LegRef): number {
  const own = model.nets.of(leg).id;
  const line = model.drivers.get(own)?.find((driver) => driver.kind === "line");
  return line?.kind === "line" ? model.nets.of(legRef(line.unit, line.line)).id : own;
}
