import type { RigModel } from "../address";
import { remembered } from "../remember";
import { legRef, splitLegRef, type LegRef, type Wire } from "../rig";
import { placeOf, type Hole } from "./breadboard";
import { standsBeside } from "./seats";

/** An end of a wire: a hole, a pin of the board beside it, or a leg that has no seat. */
export type End =
  | { readonly at: "hole"; readonly leg: LegRef; readonly hole: Hole }
  | { readonly at: "beside"; readonly leg: LegRef };

export interface SeatedWire {
  /** The rig's wire, or a jumper that the boards need. */
  readonly id: string;
  readonly wire?: Wire;
  readonly from: End;
  readonly to: End;
  /** To cut, with something to spare. Undefined where an end has no seat. */
  readonly lengthMm: number | undefined;
}

/** Where boards and supplies stand: to the left of the breadboard, their pins one under the other. */
const BESIDE = { x: -5, y: 2, pitch: 0.6 };
/** Where an end is in pitches: a hole, or its pin beside the board. */
export function pointOf(model: RigModel, end: End): { x: number; y: number } {
  if (end.at === "hole") return placeOf(end.hole);
  const { unit, leg } = splitLegRef(end.leg);
  const pins = pinsBeside(model);
  // What has no seat stands below the boards and supplies.
  const at = pins.get(end.leg) ?? pins.size + 1 + model.part(unit).legs.findIndex(({ id }) => id === leg);
  return { x: BESIDE.x, y: BESIDE.y + at * BESIDE.pitch };
}

/** The pins of boards and supplies that have wires, one under the other. */
const pinsBeside = remembered((model: RigModel): ReadonlyMap<LegRef, number> => {
  const wired = new Set(model.rig.wires.flatMap(({ from, to }) => [from, to]));
  const pins = model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    if (!standsBeside(part)) return [];
    return part.legs.map(({ id }) => legRef(ref, id)).filter((leg) => wired.has(leg));
  });
  return new Map(pins.map((leg, at) => [leg, at]));
});

type Point = { readonly x: number; readonly y: number };

const side = (a: Point, b: Point, c: Point): number =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));

/** Whether two straight wires cross; ones that share an end do not. */
function cross([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): boolean {
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
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
