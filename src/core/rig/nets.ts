import { partOf } from "./part-of";
import { legRef, type LegRef, type Rig } from "./document";

/** Legs that are one electrical node, by wires or inside a part. */
export interface Net {
  readonly id: number;
  readonly legs: readonly LegRef[];
  readonly wires: readonly string[];
}

export interface Nets {
  readonly all: readonly Net[];
  /** The net of a leg; every leg of every unit has one, alone on it if nothing is wired to it. */
  of(leg: LegRef): Net;
}

/** Derives the nets of a rig from its wires and from what is joined inside its parts. */
export function netsOf(rig: Pick<Rig, "units" | "wires">): Nets {
  const parent = new Map<LegRef, LegRef>();
  const root = (leg: LegRef): LegRef => {
    let at = leg;
    while (parent.get(at) !== at) {
      const up = parent.get(at)!;
      parent.set(at, parent.get(up)!);
      at = up;
    }
    return at;
  };
  for (const unit of rig.units)
    for (const leg of partOf(unit).legs) {
      parent.set(legRef(unit.ref, leg.id), legRef(unit.ref, leg.id));
    }
  const join = (one: LegRef, other: LegRef) => parent.set(root(one), root(other));
  for (const wire of rig.wires) join(wire.from, wire.to);
  for (const unit of rig.units) {
    for (const [first, ...rest] of partOf(unit).joined ?? []) {
      for (const leg of rest) join(legRef(unit.ref, first!), legRef(unit.ref, leg));
    }
  }
  const groups = new Map<LegRef, { legs: LegRef[]; wires: string[] }>();
  for (const leg of parent.keys()) {
    const at = root(leg);
    if (!groups.has(at)) groups.set(at, { legs: [], wires: [] });
    groups.get(at)!.legs.push(leg);
  }
  for (const wire of rig.wires) groups.get(root(wire.from))!.wires.push(wire.id);
  const all = [...groups.values()].map((group, id): Net => ({ id, ...group }));
  const byLeg = new Map(all.flatMap((net) => net.legs.map((leg) => [leg, net] as const)));
  return {
    all,
    of(leg) {
      const net = byLeg.get(leg);
      if (!net) throw new Error(`no leg ${leg} in the rig`);
      return net;
    },
  };
}
