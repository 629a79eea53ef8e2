import { munkres } from "munkres";
import type { Part } from "../parts";
import { legRef, partOf, splitLegRef, type LegRef, type Rig, type UnitRef } from "../rig";
import { BOARDS, placeOf, type BoardSize, type Hole, type Row } from "./breadboard";

/** A unit on the breadboard: the columns it takes, and the hole of each leg. */
export interface Seat {
  readonly ref: UnitRef;
  readonly part: Part;
  readonly from: number;
  readonly columns: number;
  readonly legs: ReadonlyMap<LegRef, Hole>;
}

/** Where a resistor lies: resistors of one value are alike, so which lies where is free. */
export interface ResistorSeat {
  readonly column: number;
  /** End 1 is below the gap. */
  readonly turned: boolean;
}

export interface Seating {
  readonly size: BoardSize;
  readonly columns: number;
  readonly seats: readonly Seat[];
  /** Units that do not fit any more. */
  readonly left: readonly UnitRef[];
  /** Columns it would take to seat everything. */
  readonly needed: number;
  readonly resistors: ReadonlyMap<UnitRef, ResistorSeat>;
  /** Where each seated leg is. */
  readonly holes: ReadonlyMap<LegRef, Hole>;
}

type Shape = {
  readonly columns: number;
  /** Row and column, from 0, of each leg. */
  readonly legs: ReadonlyArray<readonly [leg: string, column: number, row: Row]>;
};

/** Displays stand over the gap, their rows six pitches apart: c and g. */
const DISPLAY_ROWS = ["g", "c"] as const;
/** Resistors lie across the gap, one column each. */
const RESISTOR_ROWS = ["e", "f"] as const;
const TRANSISTOR_ROWS = ["d", "g"] as const;

/** How a part sits: which column and row each of its legs takes. Undefined for what stands beside the board. */
function shapeOf(part: Part, upper: boolean): Shape | undefined {
  switch (part.kind) {
    case "controller":
    case "supply":
    case "capacitor":
      return undefined;
    case "resistor":
      return {
        columns: 1,
        legs: [
          ["1", 0, RESISTOR_ROWS[0]],
          ["2", 0, RESISTOR_ROWS[1]],
        ],
      };
    case "transistor": {
      const { control, out, common } = part.pins;
      const row = upper ? TRANSISTOR_ROWS[0] : TRANSISTOR_ROWS[1];
      return {
        columns: 3,
        legs: [
          [common, 0, row],
          [control, 1, row],
          [out, 2, row],
        ],
      };
    }
    case "display": {
      const perRow = part.outline.style === "two-rows" ? part.outline.perRow : part.legs.length / 2;
      return {
        columns: perRow,
        legs: part.legs.map(({ id }) => {
          const at = Number(id) - 1;
          return at < perRow
            ? ([id, at, DISPLAY_ROWS[0]] as const)
            : ([id, perRow * 2 - 1 - at, DISPLAY_ROWS[1]] as const);
        }),
      };
    }
    default: {
      // Notch to the left: leg 1 below on the left, the last leg above it.
      const half = part.legs.length / 2;
      return {
        columns: half,
        legs: part.legs.map(({ id }) => {
          const at = Number(id) - 1;
          return at < half ? ([id, at, "f"] as const) : ([id, part.legs.length - 1 - at, "e"] as const);
        }),
      };
    }
  }
}

/** From the display over its resistors and transistors to the chips: current runs from left to right. */
const ORDER: ReadonlyArray<Part["kind"]> = ["display", "resistor", "transistor"];
const GAP = 1;

/**
 * Seats every unit of a rig on one breadboard, in the order the current runs: displays, resistors, transistors, chips.
 * The columns of the resistors are dealt out so that their wires are shortest (an assignment problem, solved exactly).
 * Bypass capacitors go across the rails above their chip. What does not fit is named.
 * @param fixed resistors that are to stay where they lie
 */
export function seatRig(
  rig: Pick<Rig, "units" | "wires">,
  size: BoardSize,
  fixed?: ReadonlyMap<UnitRef, ResistorSeat>,
): Seating {
  const columns = BOARDS[size];
  const place = (part: Part) => (ORDER.includes(part.kind) ? ORDER.indexOf(part.kind) : ORDER.length);
  const units = rig.units
    .map((unit) => ({ ref: unit.ref, part: partOf(unit) }))
    .sort((one, other) => place(one.part) - place(other.part));
  const seats: Seat[] = [];
  const left: UnitRef[] = [];
  const holes = new Map<LegRef, Hole>();
  let next = 1;
  let before: Part["kind"] | undefined;
  let upper = true;
  let needed = 0;
  for (const { ref, part } of units) {
    // Two transistors stand in the same columns, one above the gap and one below.
    const shares = part.kind === "transistor" && before === "transistor" && !upper;
    if (part.kind === "transistor") upper = before === "transistor" ? !upper : true;
    const shape = shapeOf(part, part.kind !== "transistor" || !shares);
    if (!shape) continue;
    if (before !== undefined && before !== part.kind) next += GAP;
    else if (before !== undefined && part.kind !== "resistor" && !shares) next += GAP;
    before = part.kind;
    const from = shares ? next - shape.columns : next;
    if (part.kind === "transistor" && shares) upper = true;
    else if (part.kind === "transistor") upper = false;
    needed = Math.max(needed, from + shape.columns - 1);
    next = Math.max(next, from + shape.columns);
    if (from + shape.columns - 1 > columns) {
      left.push(ref);
      continue;
    }
    const legs = new Map(
      shape.legs.map(([leg, column, row]) => [legRef(ref, leg), { row, column: from + column } as Hole]),
    );
    for (const [leg, hole] of legs) holes.set(leg, hole);
    seats.push({ ref, part, from, columns: shape.columns, legs });
  }
  const resistors = fixed ?? dealResistors(rig, seats, holes);
  const dealt = seats.map((seat): Seat => {
    const place = resistors.get(seat.ref);
    if (!place) return seat;
    const [one, other] = place.turned ? [RESISTOR_ROWS[1], RESISTOR_ROWS[0]] : RESISTOR_ROWS;
    const legs = new Map<LegRef, Hole>([
      [legRef(seat.ref, "1"), { row: one, column: place.column }],
      [legRef(seat.ref, "2"), { row: other, column: place.column }],
    ]);
    for (const [leg, hole] of legs) holes.set(leg, hole);
    return { ...seat, from: place.column, legs };
  });
  return { size, columns, seats: dealt, left, needed, resistors, holes };
}

/** Deals the columns the resistors have out among them: each where its wires are shortest, all together. */
function dealResistors(
  rig: Pick<Rig, "wires">,
  seats: readonly Seat[],
  holes: ReadonlyMap<LegRef, Hole>,
): Map<UnitRef, ResistorSeat> {
  const lying = seats.filter(({ part }) => part.kind === "resistor");
  const refs = new Set(lying.map(({ ref }) => ref));
  const columns = lying.map(({ from }) => from);
  /** What is wired to an end, other resistors left aside. */
  const partners = new Map<LegRef, Hole[]>();
  for (const { from, to } of rig.wires) {
    for (const [leg, other] of [
      [from, to],
      [to, from],
    ] as const) {
      if (!refs.has(splitLegRef(leg).unit) || refs.has(splitLegRef(other).unit)) continue;
      const hole = holes.get(other);
      if (hole) partners.set(leg, [...(partners.get(leg) ?? []), hole]);
    }
  }
  const reach = (leg: LegRef, row: Row, column: number): number => {
    const here = placeOf({ row, column });
    return (partners.get(leg) ?? []).reduce((sum, hole) => {
      const there = placeOf(hole);
      return sum + Math.hypot(here.x - there.x, here.y - there.y);
    }, 0);
  };
  const lengths = (ref: UnitRef, column: number): readonly [number, number] => {
    const [one, other] = [legRef(ref, "1"), legRef(ref, "2")];
    const [upper, lower] = RESISTOR_ROWS;
    return [
      reach(one, upper, column) + reach(other, lower, column),
      reach(one, lower, column) + reach(other, upper, column),
    ];
  };
  if (lying.length === 0) return new Map();
  const costs = lying.map(({ ref }) => columns.map((column) => Math.min(...lengths(ref, column))));
  return new Map(
    munkres(costs).map(([at, place]) => {
      const { ref } = lying[at]!;
      const column = columns[place]!;
      const [straight, turned] = lengths(ref, column);
      return [ref, { column, turned: turned < straight }];
    }),
  );
}
