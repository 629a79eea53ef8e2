import { munkres } from "munkres";
import { displayBody, type Part } from "../parts";
import { LIMITS, legRef, partOf, splitLegRef, type LegRef, type Rig, type UnitRef } from "../rig";
import {
  BOARDS,
  ROWS,
  holeKey,
  placeOf,
  rowHeight,
  type Breadboard,
  type Hole,
  type Row,
} from "./breadboard";

/** The room a part takes, in pitches on its own board. */
export interface Room {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A unit on a breadboard: the columns its body takes, and the hole of each leg. */
export interface Seat {
  readonly ref: UnitRef;
  readonly part: Part;
  readonly board: number;
  readonly from: number;
  readonly columns: number;
  readonly room: Room;
  readonly legs: ReadonlyMap<LegRef, Hole>;
}

/** Where a resistor lies: resistors of one value are alike, so which lies where is free. */
export interface ResistorSeat {
  readonly board: number;
  readonly column: number;
  /** End 1 is below the gap. */
  readonly turned: boolean;
}

export interface Seating extends Breadboard {
  /** Columns of one board, and how many boards it takes. */
  readonly columns: number;
  readonly boards: number;
  readonly seats: readonly Seat[];
  /** Units that are too wide for any board, or beyond the last one. */
  readonly left: readonly UnitRef[];
  readonly resistors: ReadonlyMap<UnitRef, ResistorSeat>;
  /** Where each seated leg is. */
  readonly holes: ReadonlyMap<LegRef, Hole>;
  /** Holes one cannot reach: a body lies over them. By {@link holeKey}. */
  readonly covered: ReadonlySet<string>;
}

interface Shape {
  readonly columns: number;
  /** Row and column, from 0, of each leg. */
  readonly legs: ReadonlyArray<readonly [leg: string, column: number, row: Row]>;
  /** Height of the body, and its middle, in pitches; its width is all its columns. */
  readonly height: number;
  readonly middle: number;
}

/** So many boards are laid out; more is no longer a table one works at. */
const MOST_BOARDS = LIMITS.breadboards;

/** Displays stand over the gap, their rows six pitches apart: c and g. */
const DISPLAY_ROWS = ["g", "c"] as const;
/** Resistors lie across the gap, one column each. */
const RESISTOR_ROWS = ["e", "f"] as const;
const LED_ROW = "g";
const TRANSISTOR_ROWS = ["d", "g"] as const;
const GAP_MIDDLE = 8.5;

/** What stands beside the breadboard: boards, modules and supplies. A controller that is a chip alone is seated like any chip. */
export const standsBeside = (part: Part): boolean =>
  part.kind === "supply" ||
  part.kind === "module" ||
  // A relay's board hangs on its wires.
  (part.kind === "load" && part.outline.style === "header") ||
  (part.kind === "controller" && !part.bare);

/** A button straddles the gap with both its pairs; what has its legs in a row stands in one row below it. */
function besideShape({ outline, legs }: Part): Shape {
  if (outline.style === "two-rows")
    return {
      columns: 3,
      legs: legs.map(({ id }, at) => [id, at === 0 || at === 3 ? 0 : 2, at < 2 ? "f" : "e"] as const),
      height: 3,
      middle: GAP_MIDDLE,
    };
  return {
    columns: legs.length,
    legs: legs.map(({ id }, at) => [id, at, LED_ROW] as const),
    height: 2,
    middle: rowHeight(LED_ROW),
  };
}

/** How a part sits: which column and row each of its legs takes. Undefined for what stands beside the board. */
export function shapeOf(part: Part, upper: boolean): Shape | undefined {
  if (standsBeside(part)) return undefined;
  switch (part.kind) {
    case "supply":
    case "module":
    case "capacitor":
      return undefined;
    case "input":
    case "load":
      return besideShape(part);
    case "resistor":
    case "diode": {
      const [one, other] = part.legs;
      return {
        columns: 1,
        legs: [
          [one!.id, 0, RESISTOR_ROWS[0]],
          [other!.id, 0, RESISTOR_ROWS[1]],
        ],
        height: 3,
        middle: GAP_MIDDLE,
      };
    }
    // Its can lies flat over the hole between its legs.
    case "crystal":
      return {
        columns: 3,
        legs: part.legs.map(({ id }, at) => [id, at * 2, LED_ROW] as const),
        height: 2,
        middle: rowHeight(LED_ROW),
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
        height: 1,
        middle: rowHeight(row),
      };
    }
    case "display": {
      // The legs of a single LED are a pitch apart, side by side.
      if (part.outline.style === "two-ended")
        return {
          columns: 2,
          legs: part.legs.map(({ id }, at) => [id, at, LED_ROW] as const),
          height: 2,
          middle: rowHeight(LED_ROW),
        };
      const perRow = part.outline.style === "two-rows" ? part.outline.perRow : part.legs.length / 2;
      const { width, height } = displayBody(part);
      const columns = Math.ceil(width);
      const first = Math.floor((columns - perRow) / 2);
      return {
        columns,
        legs: part.legs.map(({ id }) => {
          const at = Number(id) - 1;
          return at < perRow
            ? ([id, first + at, DISPLAY_ROWS[0]] as const)
            : ([id, first + perRow * 2 - 1 - at, DISPLAY_ROWS[1]] as const);
        }),
        height,
        middle: (rowHeight(DISPLAY_ROWS[0]) + rowHeight(DISPLAY_ROWS[1])) / 2,
      };
    }
    default: {
      // Notch to the left: leg 1 below on the left, the last leg above it.
      const half = part.legs.length / 2;
      return {
        columns: half,
        legs: part.legs.map(({ id, number = Number(id) }) => {
          const at = number - 1;
          return at < half ? ([id, at, "f"] as const) : ([id, part.legs.length - 1 - at, "e"] as const);
        }),
        height: 3,
        middle: GAP_MIDDLE,
      };
    }
  }
}

/** From the display over its resistors and transistors to the chips: current runs from left to right. */
const ORDER: ReadonlyArray<Part["kind"]> = ["display", "resistor", "diode", "transistor"];
const GAP = 1;

/** Columns of the boards that are spoken for by parts put there by hand. */
class Reserved {
  private readonly taken = new Set<string>();

  /** Whether all columns from one on are free. */
  isFree(board: number, from: number, count: number): boolean {
    return Array.from({ length: count }, (_, at) => `${board} ${from + at}`).every(
      (key) => !this.taken.has(key),
    );
  }

  take(board: number, from: number, count: number): void {
    for (let at = 0; at < count; at += 1) this.taken.add(`${board} ${from + at}`);
  }

  /** The highest board anything is on, from 0. */
  get boards(): number {
    return Math.max(0, ...[...this.taken].map((key) => Number(key.split(" ")[0])));
  }
}

/**
 * Seats every unit of a rig on breadboards, in the order the current runs: displays, resistors, transistors, chips; on
 * a further board where one does not do. What was put somewhere by hand stays there, and the rest goes around it. Bodies
 * have their own width and height: nothing is seated under one.
 * The columns of the resistors are dealt out so that their wires are shortest (an assignment problem, solved exactly).
 * @param fixed resistors that are to stay where they lie
 */
export function seatRig(
  rig: Pick<Rig, "units" | "wires">,
  breadboard: Breadboard,
  fixed?: ReadonlyMap<UnitRef, ResistorSeat>,
): Seating {
  const columns = BOARDS[breadboard.size];
  const place = (part: Part) => (ORDER.includes(part.kind) ? ORDER.indexOf(part.kind) : ORDER.length);
  const units = rig.units
    .map((unit) => ({ ref: unit.ref, part: partOf(unit), seat: unit.seat }))
    .sort((one, other) => place(one.part) - place(other.part));
  const reserved = new Reserved();
  const byHand = new Map<UnitRef, Seat>();
  for (const { ref, part, seat } of units) {
    const shape = seat && shapeOf(part, true);
    if (!seat || !shape || seat.column + shape.columns - 1 > columns) continue;
    if (!reserved.isFree(seat.board, seat.column, shape.columns)) continue;
    reserved.take(seat.board, seat.column, shape.columns);
    const ends = shape.legs.map(([leg]) => leg).reverse();
    const lies =
      seat.turned && part.outline.style === "two-ended"
        ? { ...shape, legs: shape.legs.map(([, column, row], at) => [ends[at]!, column, row] as const) }
        : shape;
    byHand.set(ref, seated(ref, part, lies, seat.board, seat.column));
  }
  const seats: Seat[] = [];
  const left: UnitRef[] = [];
  let board = 0;
  let next = 1;
  let before: Part["kind"] | undefined;
  /** The transistor above the gap whose columns the next one may share below it. */
  let above: Seat | undefined;
  for (const { ref, part } of units) {
    const there = byHand.get(ref);
    if (there) {
      seats.push(there);
      continue;
    }
    const shares = part.kind === "transistor" ? above : undefined;
    const shape = shapeOf(part, shares === undefined);
    if (!shape) continue;
    const gap = before !== undefined && (before !== part.kind || part.kind !== "resistor") ? GAP : 0;
    let from = shares ? shares.from : next + (next === 1 ? 0 : gap);
    let on = board;
    const fits = () => from + shape.columns - 1 <= columns;
    while (!shares && on < MOST_BOARDS && (!fits() || !reserved.isFree(on, from, shape.columns))) {
      if (fits()) from += 1;
      else [on, from] = [on + 1, 1];
    }
    if (shape.columns > columns || on >= MOST_BOARDS) {
      left.push(ref);
      continue;
    }
    if (on !== board) [board, next] = [on, 1];
    const seat = seated(ref, part, shape, board, from);
    above = part.kind === "transistor" && !shares ? seat : undefined;
    before = part.kind;
    next = Math.max(shares ? next : 1, from + shape.columns);
    seats.push(seat);
  }
  const holes = new Map(seats.flatMap(({ legs }) => [...legs]));
  const free = seats.filter(({ ref }) => !byHand.has(ref));
  const resistors = new Map(fixed ?? dealResistors(rig, free, holes));
  for (const ref of byHand.keys()) resistors.delete(ref);
  const dealt = seats.map((seat): Seat => {
    const lies = resistors.get(seat.ref);
    return lies ? lying(seat, lies) : seat;
  });
  for (const { legs } of dealt) for (const [leg, hole] of legs) holes.set(leg, hole);
  return {
    ...breadboard,
    columns,
    boards: Math.max(board, reserved.boards) + 1,
    seats: dealt,
    left,
    resistors,
    holes,
    covered: new Set(dealt.flatMap(coveredBy)),
  };
}

/** A part in its columns with the room its body takes: half a pitch more than its legs on either side. */
function seated(ref: UnitRef, part: Part, shape: Shape, board: number, from: number): Seat {
  return {
    ref,
    part,
    board,
    from,
    columns: shape.columns,
    room: {
      left: from - 0.5,
      right: from + shape.columns - 0.5,
      top: shape.middle - shape.height / 2,
      bottom: shape.middle + shape.height / 2,
    },
    legs: new Map(
      shape.legs.map(([leg, column, row]) => [
        legRef(ref, leg),
        { board, row, column: from + column } as Hole,
      ]),
    ),
  };
}

/** A resistor where it lies. */
function lying(seat: Seat, { board, column, turned: turned }: ResistorSeat): Seat {
  const [one, other] = turned ? [RESISTOR_ROWS[1], RESISTOR_ROWS[0]] : RESISTOR_ROWS;
  return {
    ...seat,
    board,
    from: column,
    room: { ...seat.room, left: column - 0.5, right: column + 0.5 },
    legs: new Map<LegRef, Hole>([
      [legRef(seat.ref, "1"), { board, row: one, column }],
      [legRef(seat.ref, "2"), { board, row: other, column }],
    ]),
  };
}

/** The holes a body lies over. */
function coveredBy({ board, room }: Seat): string[] {
  const rows = ROWS.filter((row) => rowHeight(row) > room.top && rowHeight(row) < room.bottom);
  const keys: string[] = [];
  for (let column = Math.ceil(room.left); column < room.right; column += 1)
    for (const row of rows) keys.push(holeKey({ board, row, column }));
  return keys;
}

/** Deals the columns the resistors have out among them: each where its wires are shortest, all together. */
function dealResistors(
  rig: Pick<Rig, "wires">,
  seats: readonly Seat[],
  holes: ReadonlyMap<LegRef, Hole>,
): Map<UnitRef, ResistorSeat> {
  const resistors = seats.filter(({ part }) => part.kind === "resistor");
  const refs = new Set(resistors.map(({ ref }) => ref));
  const places = resistors.map(({ board, from }) => ({ board, column: from }));
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
  const reach = (leg: LegRef, row: Row, at: { board: number; column: number }): number => {
    const here = placeOf({ row, ...at });
    return (partners.get(leg) ?? []).reduce((sum, hole) => {
      const there = placeOf(hole);
      return sum + Math.hypot(here.x - there.x, here.y - there.y);
    }, 0);
  };
  const lengths = (ref: UnitRef, at: { board: number; column: number }): readonly [number, number] => {
    const [one, other] = [legRef(ref, "1"), legRef(ref, "2")];
    const [upper, lower] = RESISTOR_ROWS;
    return [reach(one, upper, at) + reach(other, lower, at), reach(one, lower, at) + reach(other, upper, at)];
  };
  if (resistors.length === 0) return new Map();
  const costs = resistors.map(({ ref }) => places.map((place) => Math.min(...lengths(ref, place))));
  return new Map(
    munkres(costs).map(([at, place]) => {
      const { ref } = resistors[at]!;
      const [straight, turned] = lengths(ref, places[place]!);
      return [ref, { ...places[place]!, turned: turned < straight }];
    }),
  );
}
