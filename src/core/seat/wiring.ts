import { railVolts, type RigModel } from "../address";
import { legRef, partOf, splitLegRef, type LegRef, type UnitRef, type Wire } from "../rig";
import { PITCH_MM, placeOf, rowsOf, stripOf, type Hole, type Rail } from "./breadboard";
import type { Seating } from "./seats";

/** An end of a wire: a hole, a pin of the board beside it, or a leg that has no seat. */
export type End =
  | { readonly at: "hole"; readonly leg: LegRef; readonly hole: Hole }
  | { readonly at: "beside"; readonly leg: LegRef };

export interface SeatedWire {
  /** The rig's wire, or a feeder that the rails need. */
  readonly id: string;
  readonly wire?: Wire;
  readonly from: End;
  readonly to: End;
  /** To cut, with something to spare. Undefined where an end has no seat. */
  readonly lengthMm: number | undefined;
}

export interface SeatedWiring {
  readonly wires: readonly SeatedWire[];
  /** Feeders from the supply to the rails and from rail to rail, in front of all others. */
  readonly feeders: readonly SeatedWire[];
  /** Capacitors across the rails. */
  readonly capacitors: ReadonlyArray<{ readonly ref: UnitRef; readonly from: Hole; readonly to: Hole }>;
  /** Strips that would need more than their five holes. */
  readonly full: readonly string[];
  readonly totalMm: number;
  readonly crossings: number;
}

/** Where boards and supplies stand: to the left of the breadboard, their pins one under the other. */
const BESIDE = { x: -6, y: 2, pitch: 0.5 };
const SPARE_MM = 12;
const STEP_MM = 5;

/** Where an end is in pitches: a hole, or its pin beside the board. */
export function pointOf(model: RigModel, end: End): { x: number; y: number } {
  if (end.at === "hole") return placeOf(end.hole);
  const { unit, leg } = splitLegRef(end.leg);
  const at = model.part(unit).legs.findIndex(({ id }) => id === leg);
  return { x: BESIDE.x, y: BESIDE.y + at * BESIDE.pitch };
}

/** Every wire hole to hole, on the rails where a net is a supply's, with the length to cut. */
export function wireSeats(model: RigModel, seating: Seating): SeatedWiring {
  const { rig, nets } = model;
  const used = new Map<string, number>();
  const taken = new Set<string>();
  const full = new Set<string>();
  const key = (hole: Hole) => JSON.stringify(hole);
  for (const hole of seating.holes.values()) taken.add(key(hole));
  const beside = (leg: LegRef) => {
    const { kind } = model.part(splitLegRef(leg).unit);
    return kind === "controller" || kind === "supply";
  };
  const railOf = (leg: LegRef, column: number, y: number): Rail | undefined => {
    const volts = railVolts(model.drivers.get(nets.of(leg).id) ?? []);
    if (volts === undefined) return undefined;
    const side = y < 8.5 ? "upper" : "lower";
    return volts === 0 ? `${side} −` : isMain(leg) ? `${side} +` : undefined;
  };
  /** Only one plus fits on the rails: the supply most legs hang on. */
  const mainNet = mainSupply(model);
  const isMain = (leg: LegRef) => nets.of(leg).id === mainNet;
  const railHole = (rail: Rail, near: number): Hole => {
    for (let step = 0; step < seating.columns * 2; step += 1) {
      const column = near + (step % 2 === 0 ? step / 2 : -(step + 1) / 2);
      if (column < 1 || column > seating.columns) continue;
      const hole: Hole = { rail, column };
      if (taken.has(key(hole))) continue;
      taken.add(key(hole));
      return hole;
    }
    full.add(`${rail} rail`);
    return { rail, column: near };
  };
  /** A free hole in the strip of a seated leg, the outermost first. */
  const freeHole = (leg: LegRef): Hole | undefined => {
    const seat = seating.holes.get(leg);
    if (!seat || "rail" in seat) return seat;
    const half = stripOf(seat).endsWith("upper") ? "upper" : "lower";
    for (const row of rowsOf(half)) {
      const hole: Hole = { row, column: seat.column };
      if (taken.has(key(hole))) continue;
      taken.add(key(hole));
      return hole;
    }
    full.add(`column ${seat.column}, ${half} half`);
    return seat;
  };
  const capacitors = seatCapacitors(model, seating, railHole);
  const onCapacitor = new Set(capacitors.map(({ ref }) => ref));
  const end = (leg: LegRef, other: LegRef): End | undefined => {
    const { unit } = splitLegRef(leg);
    if (onCapacitor.has(unit)) return undefined;
    const near = seating.holes.get(other);
    if (beside(leg)) {
      const rail = near && railOf(leg, near.column, placeOf(near).y);
      if (rail && near) return { at: "hole", leg, hole: railHole(rail, near.column) };
      return { at: "beside", leg };
    }
    const hole = freeHole(leg);
    return hole ? { at: "hole", leg, hole } : { at: "beside", leg };
  };
  const wires = rig.wires.flatMap((wire): SeatedWire[] => {
    const from = end(wire.from, wire.to);
    const to = end(wire.to, wire.from);
    // A capacitor across the rails needs no wires of its own, nor do rails that are the supply's pins.
    if (!from || !to) return [];
    if (from.at === "beside" && to.at === "beside" && beside(wire.from) && beside(wire.to))
      return [{ id: wire.id, wire, from, to, lengthMm: undefined }];
    for (const { hole } of [from, to].filter((one) => one.at === "hole"))
      used.set(stripOf(hole), (used.get(stripOf(hole)) ?? 0) + 1);
    return [{ id: wire.id, wire, from, to, lengthMm: lengthOf(model, from, to) }];
  });
  const feeders = feedersOf(model, mainNet, used, railHole).map(({ id, from, to }) => ({
    id,
    from,
    to,
    lengthMm: lengthOf(model, from, to),
  }));
  const all = [...feeders, ...wires];
  return {
    wires,
    feeders,
    capacitors,
    full: [...full],
    totalMm: all.reduce((sum, { lengthMm = 0 }) => sum + lengthMm, 0),
    crossings: crossingsOf(model, wires),
  };
}

/** The net of the supply most legs hang on. */
function mainSupply(model: RigModel): number | undefined {
  let best: { net: number; legs: number } | undefined;
  for (const [net, here] of model.drivers) {
    const volts = railVolts(here);
    const { legs } = model.nets.all[net]!;
    if (volts === undefined || volts === 0) continue;
    if (!best || legs.length > best.legs) best = { net, legs: legs.length };
  }
  return best?.net;
}

/** What brings supply and ground to the rails that are used, and joins upper and lower ones. */
function feedersOf(
  model: RigModel,
  mainNet: number | undefined,
  used: ReadonlyMap<string, number>,
  railHole: (rail: Rail, near: number) => Hole,
): Array<{ id: string; from: End; to: End }> {
  const source = (test: (volts: number) => boolean, net?: number): LegRef | undefined => {
    for (const [id, here] of model.drivers) {
      if (net !== undefined && id !== net) continue;
      const rail = here.find((driver) => driver.kind === "rail" && test(driver.volts));
      const supply = here.find(
        (driver) => driver.kind === "rail" && model.part(splitLegRef(driver.leg).unit).kind === "supply",
      );
      if (rail) return (supply ?? rail).leg;
    }
    return undefined;
  };
  const feeders: Array<{ id: string; from: End; to: End }> = [];
  const sides = [
    ["+", source((volts) => volts > 0, mainNet)],
    ["−", source((volts) => volts === 0, groundNet(model))],
  ] as const;
  for (const [sign, leg] of sides) {
    const rails = (["upper", "lower"] as const)
      .map((side): Rail => `${side} ${sign}`)
      .filter((rail) => (used.get(rail) ?? 0) > 0);
    const [first, second] = rails;
    if (!first || !leg) continue;
    feeders.push({
      id: `feed ${first}`,
      from: { at: "beside", leg },
      to: { at: "hole", leg, hole: railHole(first, 1) },
    });
    if (second)
      feeders.push({
        id: `join ${second}`,
        from: { at: "hole", leg, hole: railHole(first, 2) },
        to: { at: "hole", leg, hole: railHole(second, 2) },
      });
  }
  return feeders;
}

/** The ground most legs hang on. */
function groundNet(model: RigModel): number | undefined {
  let best: { net: number; legs: number } | undefined;
  for (const [net, here] of model.drivers) {
    if (railVolts(here) !== 0) continue;
    const { legs } = model.nets.all[net]!;
    if (!best || legs.length > best.legs) best = { net, legs: legs.length };
  }
  return best?.net;
}

/** Bypass capacitors across the upper rails, level with the supply leg of their chip. */
function seatCapacitors(
  model: RigModel,
  seating: Seating,
  railHole: (rail: Rail, near: number) => Hole,
): SeatedWiring["capacitors"] {
  return model.rig.units.flatMap((unit) => {
    if (partOf(unit).kind !== "capacitor") return [];
    const near = model.rig.wires
      .filter(({ from, to }) => [from, to].some((leg) => splitLegRef(leg).unit === unit.ref))
      .flatMap(({ from, to }) => [from, to])
      .map((leg) => seating.holes.get(leg))
      .find((hole) => hole !== undefined);
    if (!near) return [];
    const volts = (["1", "2"] as const).map((leg) =>
      railVolts(model.drivers.get(model.nets.of(legRef(unit.ref, leg)).id) ?? []),
    );
    // Only a capacitor between supply and ground belongs across the rails.
    if (!volts.includes(0) || volts.includes(undefined)) return [];
    return [{ ref: unit.ref, from: railHole("upper +", near.column), to: railHole("upper −", near.column) }];
  });
}

function lengthOf(model: RigModel, from: End, to: End): number {
  const [one, other] = [pointOf(model, from), pointOf(model, to)];
  const exact = Math.hypot(one.x - other.x, one.y - other.y) * PITCH_MM + SPARE_MM;
  return Math.ceil(exact / STEP_MM) * STEP_MM;
}

type Point = { readonly x: number; readonly y: number };

const turn = (a: Point, b: Point, c: Point): number =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));

/** Whether two straight wires cross; ones that share an end do not. */
function cross([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): boolean {
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
}

/** How many pairs of signal wires cross when laid straight; wires to the rails lie along the edge and do not count. */
export function crossingsOf(model: RigModel, wires: readonly SeatedWire[]): number {
  const onRail = (end: End) => end.at === "hole" && "rail" in end.hole;
  const lines = wires
    .filter(({ from, to }) => !onRail(from) && !onRail(to))
    .map(({ from, to }) => [pointOf(model, from), pointOf(model, to)] as const);
  let count = 0;
  lines.forEach((line, at) => {
    for (let other = at + 1; other < lines.length; other += 1) if (cross(line, lines[other]!)) count += 1;
  });
  return count;
}
