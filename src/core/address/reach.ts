import { partById } from "../parts";
import type { Volts } from "../quantity";
import { legRef, splitLegRef, type LegRef, type Nets, type Rig, type UnitRef } from "../rig";

/** What sets the potential of a net. */
export type Driver =
  | { readonly kind: "rail"; readonly leg: LegRef; readonly volts: Volts }
  | { readonly kind: "register"; readonly leg: LegRef; readonly unit: UnitRef; readonly stage: number }
  | { readonly kind: "serial-out"; readonly leg: LegRef; readonly unit: UnitRef }
  | { readonly kind: "line"; readonly leg: LegRef; readonly unit: UnitRef; readonly line: string };

/** A driver one comes to from a net, and the resistors on the way, nearest first. */
export interface Reach {
  readonly driver: Driver;
  readonly via: readonly UnitRef[];
}

/** All drivers of the rig by net id. */
export function driversByNet(rig: Rig, nets: Nets): ReadonlyMap<number, readonly Driver[]> {
  const found = new Map<number, Driver[]>();
  const add = (leg: LegRef, driver: Driver) => {
    const { id } = nets.of(leg);
    found.set(id, [...(found.get(id) ?? []), driver]);
  };
  for (const unit of rig.units) {
    const part = partById(unit.part);
    if (part.kind === "controller" || part.kind === "supply") {
      for (const { id, role } of part.legs) {
        const leg = legRef(unit.ref, id);
        if (role === "ground") add(leg, { kind: "rail", leg, volts: 0 });
        if (role === "supply-out") {
          const volts = part.kind === "supply" ? unit.volts! : part.supplies[id]!;
          add(leg, { kind: "rail", leg, volts });
        }
        if (role === "line") add(leg, { kind: "line", leg, unit: unit.ref, line: id });
      }
    }
    if (part.kind === "shift-register") {
      part.pins.outputs.forEach((id, stage) => {
        const leg = legRef(unit.ref, id);
        add(leg, { kind: "register", leg, unit: unit.ref, stage });
      });
      const leg = legRef(unit.ref, part.pins.serialOut);
      add(leg, { kind: "serial-out", leg, unit: unit.ref });
    }
  }
  return found;
}

/** The net's potential where it is tied to a rail; undefined where no rail, or several that differ, are on it. */
export function railVolts(drivers: readonly Driver[]): Volts | undefined {
  const volts = new Set(drivers.flatMap((driver) => (driver.kind === "rail" ? [driver.volts] : [])));
  return volts.size === 1 ? [...volts][0] : undefined;
}

/** One driver for each thing that drives: several rail legs of one potential count once. */
export function distinctDrivers(drivers: readonly Driver[]): Driver[] {
  const rails = new Set<Volts>();
  return drivers.filter((driver) => {
    if (driver.kind !== "rail") return true;
    if (rails.has(driver.volts)) return false;
    rails.add(driver.volts);
    return true;
  });
}

/**
 * Finds what drives a leg: on its own net, or else through resistors, never through an LED.
 * @returns one entry for each driver met; empty when the leg hangs open
 */
export function reachFrom(
  start: LegRef,
  rig: Rig,
  nets: Nets,
  drivers: ReadonlyMap<number, readonly Driver[]>,
): Reach[] {
  const resistors = new Set(rig.units.filter((unit) => unit.part === "resistor").map((unit) => unit.ref));
  const seen = new Set<number>();
  const found: Reach[] = [];
  const queue: Array<{ leg: LegRef; via: UnitRef[] }> = [{ leg: start, via: [] }];
  for (let next = queue.shift(); next; next = queue.shift()) {
    const net = nets.of(next.leg);
    if (seen.has(net.id)) continue;
    seen.add(net.id);
    const here = distinctDrivers(drivers.get(net.id) ?? []);
    if (here.length > 0) {
      for (const driver of here) found.push({ driver, via: next.via });
      continue;
    }
    for (const leg of net.legs) {
      const { unit, leg: end } = splitLegRef(leg);
      if (resistors.has(unit))
        queue.push({ leg: legRef(unit, end === "1" ? "2" : "1"), via: [...next.via, unit] });
    }
  }
  return found;
}
