import { railVolts, type RigModel } from "../address";
import type { Ohms, Volts } from "../quantity";
import { legRef, type LegRef, type UnitRef, controllerUnit } from "../rig";
import { answerOf, echoOf, ohmsAt, type Hands } from "./hands";

/** A closed contact, in Ω. */
const CONTACT: Ohms = 0.1;

/** What a line that is pulled low leads to ground by: an output of a controller, or of a chip. */
const DRAIN: Ohms = 45;

/** Positions of hands that are kept: a keypad is scanned row by row, again and again. */
const MOST_KNOWN = 64;

/** Something between two nets, or between a net and a voltage, that conducts as the hands have it. */
interface Element {
  readonly from: number;
  readonly to: number | Source;
  /** Siemens; 0 while it does not conduct. */
  readonly siemens: (hands: Hands) => number;
}
type Source = (hands: Hands) => Volts;

/** Nets that are joined by what conducts: they are solved together. */
interface Island {
  readonly nets: readonly number[];
  readonly elements: readonly Element[];
  /** Whose hands count, and which lines that are pulled low. */
  readonly units: readonly string[];
}

/**
 * The volts at the nets input parts reach, for any position of the hands: contacts, wipers, sensors, resistors and
 * pull-ups inside the controller, by node voltages (Kirchhoff's current law at every net that is not a rail).
 */
export class InputCircuit {
  private readonly islands = new Map<number, Island>();
  private readonly rails = new Map<number, Volts>();
  private readonly known = new Map<Island, Map<string, ReadonlyMap<number, Volts>>>();

  /**
   * @param pulledUp lines whose pull-up inside is on
   * @param drains lines the program pulls low now and then: which, hands say by {@link drainOf}
   */
  constructor(
    private readonly model: RigModel,
    pulledUp: Iterable<string> = [],
    drains: Iterable<string> = [],
  ) {
    for (const { id } of model.nets.all) {
      const volts = railVolts(model.drivers.get(id) ?? []);
      if (volts !== undefined) this.rails.set(id, volts);
    }
    const elements = [...elementsOf(model), ...pullUps(model, pulledUp), ...pulledDown(model, drains)];
    for (const island of islandsOf(elements, this.rails))
      for (const net of island.nets) this.islands.set(net, island);
  }

  /** Volts at a leg; undefined where nothing holds it: an input there floats. */
  volts(leg: LegRef, hands: Hands): Volts | undefined {
    const { id } = this.model.nets.of(leg);
    const rail = this.rails.get(id);
    if (rail !== undefined) return rail;
    const island = this.islands.get(id);
    if (!island) return undefined;
    const of = island.units.map((unit) => hands[unit] ?? 0).join();
    const known = this.known.get(island) ?? new Map<string, ReadonlyMap<number, Volts>>();
    if (known.size >= MOST_KNOWN) known.clear();
    const volts = known.get(of) ?? solve(island, this.rails, hands);
    known.set(of, volts);
    this.known.set(island, known);
    return volts.get(id);
  }

  /** The input parts whose hands move a leg. */
  movedBy(leg: LegRef): readonly string[] {
    return this.islands.get(this.model.nets.of(leg).id)?.units ?? [];
  }
}

/** The volts a part is fed with at its supply and its ground leg; undefined where it is not. */
export function feedOf(
  model: RigModel,
  unit: UnitRef,
  legs: { readonly supply: string; readonly ground: string },
): { readonly supply: Volts; readonly ground: Volts } | undefined {
  const rail = (leg: string) => railVolts(model.drivers.get(model.nets.of(legRef(unit, leg)).id) ?? []);
  const [supply, ground] = [rail(legs.supply), rail(legs.ground)];
  return supply !== undefined && ground !== undefined && supply > ground ? { supply, ground } : undefined;
}

function elementsOf(model: RigModel): Array<Element & { readonly unit: string | undefined }> {
  return model.rig.units.flatMap((unit): Array<Element & { readonly unit: string | undefined }> => {
    const part = model.part(unit.ref);
    const net = (leg: string) => model.nets.of(legRef(unit.ref, leg)).id;
    if (part.kind === "resistor")
      return [{ from: net("1"), to: net("2"), siemens: () => 1 / unit.ohms!, unit: undefined }];
    if (part.kind !== "input") return [];
    const { act } = part;
    const here = (hands: Hands) => hands[unit.ref] ?? 0;
    const one = (from: string, to: number | Source, siemens: Element["siemens"]) => ({
      from: net(from),
      to,
      siemens,
      unit: unit.ref,
    });
    switch (act.by) {
      case "contact":
        return [one(act.legs[0], net(act.legs[1]), (hands) => (here(hands) ? 1 / CONTACT : 0))];
      case "steps": {
        // Turned to the right the first contact closes a quarter of a step before the second.
        const quarter = (hands: Hands) => ((here(hands) % 4) + 4) % 4;
        return [
          one(act.first, net(act.common), (hands) => ([1, 2].includes(quarter(hands)) ? 1 / CONTACT : 0)),
          one(act.second, net(act.common), (hands) => ([2, 3].includes(quarter(hands)) ? 1 / CONTACT : 0)),
        ];
      }
      case "keys":
        return act.rows.flatMap((row, nth) =>
          act.columns.map((column, place) => {
            const key = nth * act.columns.length + place;
            return one(row, net(column), (hands) => ((here(hands) >> key) & 1 ? 1 / CONTACT : 0));
          }),
        );
      case "wiper": {
        const share = (hands: Hands) => Math.min(100, Math.max(0, here(hands))) / 100;
        const track = (part: number) => 1 / Math.max(1, act.ohms * part);
        return [
          one(act.low, net(act.wiper), (hands) => track(share(hands))),
          one(act.wiper, net(act.high), (hands) => track(1 - share(hands))),
        ];
      }
      case "echo": {
        const feed = feedOf(model, unit.ref, act);
        if (!feed) return [];
        const { supply, ground } = feed;
        const pulse = echoOf(unit.ref);
        const gives: Source = (hands) => (hands[pulse] ? supply : ground);
        return [{ from: net(act.echo), to: gives, siemens: () => 1 / act.ohms, unit: pulse }];
      }
      case "clock": {
        const feed = feedOf(model, unit.ref, act);
        if (!feed) return [];
        const answer = answerOf(unit.ref);
        return [
          ...[act.data, act.clock].map((leg) => ({
            from: net(leg),
            to: () => feed.supply,
            siemens: () => 1 / act.pullUp,
            unit: answer,
          })),
          {
            from: net(act.data),
            to: () => feed.ground,
            siemens: (hands: Hands) => (hands[answer] ? 1 / DRAIN : 0),
            unit: answer,
          },
        ];
      }
      case "thermistor":
      case "light":
        return [one(act.legs[0], net(act.legs[1]), (hands) => 1 / ohmsAt(act, here(hands)))];
      case "voltage": {
        const feed = feedOf(model, unit.ref, act);
        if (!feed) return [];
        const { supply, ground } = feed;
        const gives: Source = (hands) =>
          ground + Math.min(supply - ground, Math.max(0, act.offset + act.perUnit * here(hands)));
        return [one(act.out, gives, () => 1 / act.ohms)];
      }
    }
  });
}

function pullUps(model: RigModel, lines: Iterable<string>): Array<Element & { readonly unit: undefined }> {
  const board = controllerUnit(model.rig);
  const part = board && model.part(board.ref);
  if (part?.kind !== "controller" || !part.pullUp) return [];
  const { ohms, none } = part.pullUp;
  return [...lines]
    .filter((line) => !none.includes(line))
    .map((line) => ({
      from: model.nets.of(legRef(board!.ref, line)).id,
      to: () => part.logic,
      siemens: () => 1 / ohms,
      unit: undefined,
    }));
}

/** A line among hands: 1 while the program pulls it low. */
export const drainOf = (line: string): string => `${line} pulled low`;

function pulledDown(
  model: RigModel,
  lines: Iterable<string>,
): Array<Element & { readonly unit: string | undefined }> {
  const board = controllerUnit(model.rig)!;
  return [...lines].map((line) => ({
    from: model.nets.of(legRef(board.ref, line)).id,
    to: () => 0,
    siemens: (hands) => (hands[drainOf(line)] ? 1 / DRAIN : 0),
    unit: drainOf(line),
  }));
}

/** Rails part what hangs on them: their volts are given. */
function islandsOf(
  elements: ReadonlyArray<Element & { readonly unit: string | undefined }>,
  rails: ReadonlyMap<number, Volts>,
): Island[] {
  const parent = new Map<number, number>();
  const root = (net: number): number => {
    const up = parent.get(net) ?? net;
    return up === net ? net : root(up);
  };
  for (const { from, to } of elements) {
    const ends = [from, ...(typeof to === "number" ? [to] : [])].filter((net) => !rails.has(net));
    for (const net of ends) if (!parent.has(net)) parent.set(net, net);
    if (ends.length === 2) parent.set(root(ends[0]!), root(ends[1]!));
  }
  const found = new Map<number, { nets: number[]; elements: Element[]; units: Set<string> }>();
  const at = (net: number) => {
    const key = root(net);
    const island = found.get(key) ?? { nets: [], elements: [], units: new Set<string>() };
    found.set(key, island);
    return island;
  };
  for (const net of parent.keys()) at(net).nets.push(net);
  for (const element of elements) {
    const inside = [element.from, element.to].find(
      (net): net is number => typeof net === "number" && !rails.has(net),
    );
    if (inside === undefined) continue;
    const island = at(inside);
    island.elements.push(element);
    if (element.unit !== undefined) island.units.add(element.unit);
  }
  return [...found.values()].map(({ nets, elements: own, units }) => ({
    nets,
    elements: own,
    units: [...units],
  }));
}

/** Below this a net is held by nothing that counts: what is left is leakage. */
const HELD = 1e-9;

function solve(island: Island, rails: ReadonlyMap<number, Volts>, hands: Hands): Map<number, Volts> {
  const { nets, elements } = island;
  const place = new Map(nets.map((net, at) => [net, at]));
  const rows = nets.map(() => Array<number>(nets.length + 1).fill(0));
  for (const { from, to, siemens } of elements) {
    const conducts = siemens(hands);
    if (conducts === 0) continue;
    const ends = [from, to].map((end) =>
      typeof end === "number"
        ? { place: place.get(end), volts: rails.get(end) }
        : { place: undefined, volts: end(hands) },
    );
    ends.forEach((end, at) => {
      const other = ends[1 - at]!;
      if (end.place === undefined) return;
      const row = rows[end.place]!;
      row[end.place]! += conducts;
      if (other.place !== undefined) row[other.place]! -= conducts;
      else row[nets.length]! += conducts * (other.volts ?? 0);
    });
  }
  return eliminate(rows, nets);
}

/** Gauss with the largest pivot; a net without one floats. */
function eliminate(rows: number[][], nets: readonly number[]): Map<number, Volts> {
  const count = nets.length;
  const free = new Set<number>();
  for (let column = 0; column < count; column += 1) {
    let best = column;
    for (let row = column; row < count; row += 1)
      if (Math.abs(rows[row]![column]!) > Math.abs(rows[best]![column]!)) best = row;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const pivot = rows[column]![column]!;
    if (Math.abs(pivot) < HELD) {
      free.add(column);
      continue;
    }
    for (let row = 0; row < count; row += 1) {
      if (row === column) continue;
      const share = rows[row]![column]! / pivot;
      if (share === 0) continue;
      for (let at = column; at <= count; at += 1) rows[row]![at]! -= share * rows[column]![at]!;
    }
  }
  const volts = new Map<number, Volts>();
  rows.forEach((row, at) => {
    const hangsOnFree = row.some(
      (value, column) => column < count && free.has(column) && Math.abs(value) >= HELD,
    );
    if (!free.has(at) && !hangsOnFree) volts.set(nets[at]!, row[count]! / row[at]!);
  });
  return volts;
}
