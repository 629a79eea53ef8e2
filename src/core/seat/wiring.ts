import { railVolts, type RigModel } from "../address";
import { legRef, splitLegRef, type LegRef, type UnitRef, type Wire } from "../rig";
import { BOARD_STEP, PITCH_MM, placeOf, railPiece, stripOf, type Hole, type Rail } from "./breadboard";
import { crossingsOf, pointOf, type End, type SeatedWire } from "./ends";
import { Groups } from "./groups";
import { Holes } from "./holes";
import { standsBeside, type Seating } from "./seats";

/** A capacitor in its holes. */
export interface SeatedCapacitor {
  readonly ref: UnitRef;
  readonly from: Hole;
  readonly to: Hole;
}

export interface SeatedWiring {
  readonly wires: readonly SeatedWire[];
  /** What brings supply and ground to the rails, joins rails, and carries on where a strip or pin is full. */
  readonly feeders: readonly SeatedWire[];
  readonly capacitors: readonly SeatedCapacitor[];
  /** Strips and rails that had no hole left. */
  readonly full: readonly string[];
  readonly totalMm: number;
  readonly crossings: number;
}

const SPARE_MM = 12;
const STEP_MM = 5;
/** A lead with sockets from pin to pin, as they are sold. */
const LEAD_MM = 200;

/** Every wire hole to hole, on the rails where a net is a supply's, with the length to cut. */
export const wireSeats = (model: RigModel, seating: Seating): SeatedWiring =>
  new Wiring(model, seating).lay();

/** Where a capacitor goes that is wired to nothing on the boards. */
const lastCorner = ({ columns }: Seating): Hole => ({ board: 0, row: "a", column: columns });

/** Lays the wires of a rig one by one: takes holes, feeds rails, and carries on where a strip is full. */
class Wiring {
  private readonly holes: Holes;
  private readonly feeders: SeatedWire[] = [];
  /** Wire ends still to come in the strip of a leg, or at a pin beside the board. */
  private readonly demand = new Map<string, number>();
  /** Where a strip or pin is carried on when it was full. */
  private readonly carried = new Map<string, Hole>();
  /** Pieces of rails in use, each with the net it carries. */
  private readonly railsUsed = new Map<string, { readonly hole: Hole; readonly net: number }>();
  private readonly plus: number | undefined;
  private readonly minus: number | undefined;

  constructor(
    private readonly model: RigModel,
    private readonly seating: Seating,
  ) {
    this.holes = new Holes(seating);
    // Where nothing sits on a board its rails are of no use: leads run from pin to pin.
    const bare = seating.seats.length === 0;
    this.plus = bare ? undefined : busiestNet(model, (volts) => volts > 0);
    this.minus = bare ? undefined : busiestNet(model, (volts) => volts === 0);
  }

  lay(): SeatedWiring {
    const { rig } = this.model;
    const capacitors = this.seatCapacitors();
    const onBoard = new Set(capacitors.map(({ ref }) => ref));
    // What a capacitor's own lead or a rail already joins needs no wire.
    const laid = rig.wires.filter(({ from, to }) => {
      if ([from, to].some((leg) => onBoard.has(splitLegRef(leg).unit))) return false;
      return !(this.isBeside(from) && this.isBeside(to) && this.railSign(from) !== undefined);
    });
    for (const { from, to } of laid)
      for (const leg of [from, to]) {
        const place = this.placeKey(leg);
        if (place !== undefined) this.demand.set(place, (this.demand.get(place) ?? 0) + 1);
      }
    const wires = laid.map((wire): SeatedWire => {
      const from = this.end(wire.from, wire.to);
      const to = this.end(wire.to, wire.from);
      return { id: wire.id, wire, from, to, lengthMm: this.length(from, to) };
    });
    this.feedRails(rig.wires);
    this.mend(wires, capacitors);
    const all = [...this.feeders, ...wires];
    return {
      wires,
      feeders: this.feeders,
      capacitors,
      full: [...this.holes.full],
      totalMm: all.reduce((sum, { lengthMm = 0 }) => sum + lengthMm, 0),
      crossings: crossingsOf(this.model, wires),
    };
  }

  private netOf(leg: LegRef): number {
    return this.model.nets.of(leg).id;
  }

  private isBeside(leg: LegRef): boolean {
    return standsBeside(this.model.part(splitLegRef(leg).unit));
  }

  /** The rail a net belongs on: the busiest supply on the plus rails, the busiest ground on the minus rails. */
  private railSign(leg: LegRef): "+" | "−" | undefined {
    const net = this.netOf(leg);
    return net === this.plus ? "+" : net === this.minus ? "−" : undefined;
  }

  /** What has holes or a pin of its own for a leg; undefined where rails serve it. */
  private placeKey(leg: LegRef): string | undefined {
    if (this.isBeside(leg)) return this.railSign(leg) === undefined ? `pin ${leg}` : undefined;
    const hole = this.seating.holes.get(leg);
    return hole && stripOf(this.seating, hole);
  }

  private end(leg: LegRef, other: LegRef): End {
    if (this.isBeside(leg)) {
      const sign = this.railSign(leg);
      const near = this.seating.holes.get(other);
      if (sign === undefined) return this.pinEnd(leg, near);
      const hole = near && this.railHole(near, sign, this.netOf(leg));
      return hole ? { at: "hole", leg, hole } : { at: "beside", leg };
    }
    const seat = this.seating.holes.get(leg);
    const hole = seat && this.stripHole(leg, seat);
    return hole ? { at: "hole", leg, hole } : { at: "beside", leg };
  }

  /** A pin of a board takes one wire; further ones go on from a strip of their own. */
  private pinEnd(leg: LegRef, near: Hole | undefined): End {
    const key = `pin ${leg}`;
    const wanted = this.demand.get(key) ?? 0;
    const carried = this.carried.get(key);
    if (carried) {
      const hole = this.stripHole(leg, carried);
      return hole ? { at: "hole", leg, hole } : { at: "beside", leg };
    }
    if (wanted <= 1 || !near) return { at: "beside", leg };
    const spare = this.holes.spare(near);
    if (!spare) {
      this.holes.full.add(`pin ${splitLegRef(leg).leg}`);
      return { at: "beside", leg };
    }
    this.holes.take(spare);
    this.carried.set(key, spare);
    this.demand.set(stripOf(this.seating, spare), wanted);
    this.feeder(`carry ${leg}`, { at: "beside", leg }, { at: "hole", leg, hole: spare });
    const hole = this.stripHole(leg, spare);
    return hole ? { at: "hole", leg, hole } : { at: "beside", leg };
  }

  /** A free hole in the strip of a leg; the last one is kept for carrying on where more are to come. */
  private stripHole(leg: LegRef, start: Hole): Hole | undefined {
    let at = start;
    for (let next = this.carried.get(stripOf(this.seating, at)); next;) {
      at = next;
      next = this.carried.get(stripOf(this.seating, at));
    }
    const strip = stripOf(this.seating, at);
    const free = this.holes.free(at);
    const wanted = this.demand.get(strip) ?? 1;
    if (free.length >= 2 || (free.length === 1 && wanted <= 1)) {
      this.demand.set(strip, wanted - 1);
      return this.holes.take(free[0]!);
    }
    const spare = free[0] && this.holes.spare(at);
    if (!free[0] || !spare) {
      this.holes.full.add(
        `column ${at.column}, ${"row" in at && "abcde".includes(at.row) ? "upper" : "lower"} half`,
      );
      return free[0] && this.holes.take(free[0]);
    }
    this.holes.take(free[0]);
    this.holes.take(spare);
    this.carried.set(strip, spare);
    this.demand.set(stripOf(this.seating, spare), wanted);
    this.feeder(`carry ${strip}`, { at: "hole", leg, hole: free[0] }, { at: "hole", leg, hole: spare });
    return this.stripHole(leg, spare);
  }

  private railHole(near: Hole, sign: "+" | "−", net: number): Hole | undefined {
    const side = placeOf(near).y - near.board * BOARD_STEP < 8.5 ? "upper" : "lower";
    const hole = this.holes.rail(near.board, `${side} ${sign}` as Rail, near.column);
    if (hole) this.useRail(hole, net);
    return hole;
  }

  private useRail(hole: Hole, net: number): void {
    const strip = stripOf(this.seating, hole);
    if (!this.railsUsed.has(strip)) this.railsUsed.set(strip, { hole, net });
  }

  private feeder(id: string, from: End, to: End): void {
    this.feeders.push({ id, from, to, lengthMm: this.length(from, to) });
  }

  private length(from: End, to: End): number | undefined {
    const unseated = [from, to].some((end) => end.at === "beside" && !this.isBeside(end.leg));
    if (unseated) return undefined;
    if (from.at === "beside" && to.at === "beside") return LEAD_MM;
    const [one, other] = [pointOf(this.model, from), pointOf(this.model, to)];
    const exact = Math.hypot(one.x - other.x, one.y - other.y) * PITCH_MM + SPARE_MM;
    return Math.ceil(exact / STEP_MM) * STEP_MM;
  }

  /**
   * Capacitors beside what they serve: each lead in a rail where its net has one, else in the strip of the leg it is
   * wired to.
   */
  private seatCapacitors(): SeatedCapacitor[] {
    const { rig } = this.model;
    return rig.units.flatMap(({ ref }): SeatedCapacitor[] => {
      if (this.model.part(ref).kind !== "capacitor") return [];
      const partners = (end: "1" | "2") =>
        rig.wires.flatMap(({ from, to }) => {
          const own = legRef(ref, end);
          return from === own ? [to] : to === own ? [from] : [];
        });
      const seatOf = (end: "1" | "2") =>
        partners(end)
          .map((leg) => ({ leg, hole: this.seating.holes.get(leg) }))
          .find(({ hole }) => hole !== undefined);
      const near = (seatOf("1") ?? seatOf("2"))?.hole ?? lastCorner(this.seating);
      const lead = (end: "1" | "2"): Hole | undefined => {
        const leg = legRef(ref, end);
        const sign = this.railSign(leg);
        if (sign !== undefined && partners(end).length > 0) {
          // Both leads go to the rails of one side, so that it lies across them.
          const hole = this.holes.rail(near.board, `upper ${sign}` as Rail, near.column);
          if (hole) this.useRail(hole, this.netOf(leg));
          return hole;
        }
        const seat = seatOf(end);
        const free = seat && this.holes.free(seat.hole!);
        // A strip without room to spare is joined by a jumper afterwards.
        const hole = free && free.length > 1 ? free[0] : this.holes.spare(near);
        return hole && this.holes.take(hole);
      };
      const [from, to] = [lead("1"), lead("2")];
      return from && to ? [{ ref, from, to }] : [];
    });
  }

  /** Brings supply and ground to every piece of rail that is used: from all that gives it, and from piece to piece. */
  private feedRails(wires: readonly Wire[]): void {
    for (const net of [this.plus, this.minus]) {
      if (net === undefined) continue;
      const sources = this.sourcesOn(net, wires);
      const pieces = [...this.railsUsed.values()].filter((one) => one.net === net).map(({ hole }) => hole);
      if (pieces.length === 0 && sources.length > 1) {
        const [first, ...rest] = sources;
        for (const leg of rest)
          this.feeder(`join ${leg}`, { at: "beside", leg: first! }, { at: "beside", leg });
        continue;
      }
      const [first, ...others] = pieces;
      if (!first || !("rail" in first)) continue;
      for (const leg of sources) {
        const hole = this.holeOfPiece(first, 1);
        if (hole) this.feeder(`feed ${first.rail} ${leg}`, { at: "beside", leg }, { at: "hole", leg, hole });
      }
      const leg = sources[0] ?? this.legOn(net);
      // From piece to piece, so that no rail has to spare a hole for each of the others.
      for (const [at, piece] of others.entries()) {
        const before = at === 0 ? first : others[at - 1]!;
        const from = this.holeOfPiece(before, piece.column);
        const to = this.holeOfPiece(piece, before.column);
        if (from && to)
          this.feeder(
            `join ${stripOf(this.seating, piece)}`,
            { at: "hole", leg, hole: from },
            { at: "hole", leg, hole: to },
          );
      }
    }
  }

  /** A free hole of the piece of rail another hole is in, as near to a column as that piece reaches. */
  private holeOfPiece(piece: Hole, near: number): Hole | undefined {
    if (!("rail" in piece)) return undefined;
    return this.holes.rail(piece.board, piece.rail, near, railPiece(this.seating, piece.column));
  }

  /** The pins of boards and supplies that the rig's wires bring to a net; pins joined inside a board count once. */
  private sourcesOn(net: number, wires: readonly Wire[]): LegRef[] {
    const wired = new Set(wires.flatMap(({ from, to }) => [from, to]));
    const pins = new Map<string, LegRef>();
    for (const leg of this.model.nets.all[net]!.legs)
      if (this.isBeside(leg) && wired.has(leg) && !pins.has(this.pinNode(leg)))
        pins.set(this.pinNode(leg), leg);
    return [...pins.values()];
  }

  private legOn(net: number): LegRef {
    return this.model.nets.all[net]!.legs[0]!;
  }

  /** Joins what belongs to one net and is not yet joined: the boards then make exactly the rig's nets. */
  private mend(wires: readonly SeatedWire[], capacitors: readonly SeatedCapacitor[]): void {
    const groups = new Groups();
    const nodeOf = (end: End) =>
      end.at === "hole" ? stripOf(this.seating, end.hole) : this.pinNode(end.leg);
    for (const { from, to } of [...this.feeders, ...wires]) groups.join(nodeOf(from), nodeOf(to));
    for (const { ref, legs } of this.seating.seats)
      for (const group of this.model.part(ref).joined ?? []) {
        const strips = group.map((id) => stripOf(this.seating, legs.get(legRef(ref, id))!));
        strips.forEach((strip) => groups.join(strips[0]!, strip));
      }
    const byNet = new Map<number, Map<string, End>>();
    const add = (leg: LegRef, end: End) => {
      const net = this.netOf(leg);
      byNet.set(net, (byNet.get(net) ?? new Map<string, End>()).set(nodeOf(end), end));
    };
    for (const [leg, hole] of this.seating.holes) add(leg, { at: "hole", leg, hole });
    for (const { ref, from, to } of capacitors) {
      add(legRef(ref, "1"), { at: "hole", leg: legRef(ref, "1"), hole: from });
      add(legRef(ref, "2"), { at: "hole", leg: legRef(ref, "2"), hole: to });
    }
    for (const [net, ends] of byNet) {
      // A leg nothing is wired to has its strip to itself; joined legs of a part are one already.
      if (this.model.nets.all[net]!.wires.length === 0) continue;
      const [first, ...rest] = ends;
      for (const [node, end] of rest) {
        if (groups.same(first![0], node)) continue;
        const [from, to] = [first![1], end].map((one) => this.hold(one));
        if (from && to) this.feeder(`join ${node}`, from, to);
        groups.join(first![0], node);
      }
    }
  }

  private hold(end: End): End | undefined {
    if (end.at === "beside") return end;
    const { hole: start, leg } = end;
    const hole = "rail" in start ? this.holeOfPiece(start, start.column) : this.stripHole(leg, start);
    return hole && { at: "hole", leg, hole };
  }

  /** Pins that are joined inside their board are one. */
  private pinNode(leg: LegRef): string {
    const { unit, leg: id } = splitLegRef(leg);
    const group = this.model.part(unit).joined?.find((legs) => legs.includes(id));
    return `pin ${unit}.${group?.[0] ?? id}`;
  }
}

/** The supply net most legs hang on. */
function busiestNet(model: RigModel, test: (volts: number) => boolean): number | undefined {
  let best: { net: number; legs: number } | undefined;
  for (const [net, here] of model.drivers) {
    const volts = railVolts(here);
    const { legs } = model.nets.all[net]!;
    if (volts === undefined || !test(volts) || legs.length < 2) continue;
    if (!best || legs.length > best.legs) best = { net, legs: legs.length };
  }
  return best?.net;
}
