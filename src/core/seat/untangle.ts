import { munkres } from "munkres";
import { modelOf, type RigModel } from "../address";
import type { SegmentName } from "../glyph";
import { movedWires, relay, schemeOf, type LineUse, type Plan, type Rig } from "../rig";
import type { Breadboard } from "./breadboard";
import { seatRig, type Seating } from "./seats";
import { pointOf } from "./ends";
import { wireSeats, type SeatedWiring } from "./wiring";

/** What is wanted: the least wire, or the fewest crossings. */
export type Wish = "shortest" | "fewest crossings";

export interface Untangled {
  readonly plan: Plan;
  readonly before: Pick<SeatedWiring, "totalMm" | "crossings">;
  readonly after: Pick<SeatedWiring, "totalMm" | "crossings">;
  /** Wires that lead elsewhere than before. */
  readonly moved: number;
  /** It cannot be better, and is not only the best that was found: no wires cross. */
  readonly exact: boolean;
}

/** A group of outputs that can be exchanged among themselves: which serves which is free, the byte table follows. */
interface Freedom {
  readonly size: number;
  /** The plan with the nth thing on output order[n]. */
  readonly apply: (plan: Plan, order: readonly number[]) => Plan;
}

const MOST_ROUNDS = 8;

type Point = { readonly x: number; readonly y: number };

const identity = (size: number): number[] => Array.from({ length: size }, (_, at) => at);

/** Puts things on other outputs: what was on output n is on output order[n]. */
const reorder = <Item>(items: readonly Item[], order: readonly number[]): Item[] => {
  const result = [...items];
  order.forEach((to, from) => (result[to] = items[from]!));
  return result;
};

/** What may be exchanged in a rig: outputs of segment drivers, outputs of digit drivers, lines of a kind. */
function freedomsOf({ plan }: Rig): Freedom[] {
  const lineGroup = (uses: readonly LineUse[]): Freedom => ({
    size: uses.length,
    apply: (given, order) => {
      const lines = uses.map((use) => given.lines[use]!);
      return {
        ...given,
        lines: {
          ...given.lines,
          ...Object.fromEntries(uses.map((use, at) => [use, lines[order[at]!]!])),
        },
      };
    },
  });
  const uses = Object.keys(plan.lines) as LineUse[];
  const ofKind = (kind: string) => uses.filter((use) => use.startsWith(kind));
  const groups: Freedom[] = [];
  const { free } = schemeOf(plan.scheme);
  if (free.segments)
    groups.push({
      size: 8,
      apply: (given, order) => ({ ...given, outputs: reorder(given.outputs, order) as SegmentName[] }),
    });
  else if (ofKind("segment-").length > 1) groups.push(lineGroup(ofKind("segment-")));
  // A selector's or ring's outputs have an order of their own: only a register's digits are free.
  if (free.digits && plan.digits > 1)
    groups.push({
      size: 8,
      apply: (given, order) => ({ ...given, digitOutputs: reorder(given.digitOutputs, order) }),
    });
  if (ofKind("digit-").length > 1) groups.push(lineGroup(ofKind("digit-")));
  return groups;
}

const wiringOf = (rig: Rig, plan: Plan, board: Breadboard): SeatedWiring => {
  const model = modelOf(relay({ ...rig, plan }, plan));
  return wireSeats(model, seatRig(model.rig, board));
};

/** Length of the straight lines between where the legs are, free of which hole of a strip is taken. */
function legLength(model: RigModel, { holes }: Seating, only?: ReadonlySet<string>): number {
  return model.rig.wires.reduce((sum, { id, from, to }) => {
    if (only && !only.has(id)) return sum;
    const [one, other] = [from, to].map((leg) => {
      const hole = holes.get(leg);
      return pointOf(model, hole ? { at: "hole", leg, hole } : { at: "beside", leg });
    }) as [Point, Point];
    return sum + Math.hypot(one.x - other.x, one.y - other.y);
  }, 0);
}

const lengthOf = (rig: Rig, plan: Plan, board: Breadboard): number => {
  const model = modelOf(relay({ ...rig, plan }, plan));
  return legLength(model, seatRig(model.rig, board));
};

/**
 * Chooses which output serves which segment and digit so that the wires are shortest, or cross least. For length each
 * group is an assignment problem while the resistors lie still; the resistors are then dealt out anew, and so on while
 * it helps. Crossings are lessened by exchanging two at a time. Both find a good order, not always the best; the one
 * taken is never worse for the wish than what the other way found.
 * @param report called with the share done, 0 to 1
 * @returns undefined when the wires are not those of the plan: then they have to be laid again first
 */
export function untangle(
  rig: Rig,
  board: Breadboard,
  wish: Wish,
  report: (share: number) => void = () => undefined,
): Untangled | undefined {
  if (movedWires(rig).length > 0) return undefined;
  const groups = freedomsOf(rig);
  let plan = rig.plan;
  let best = lengthOf(rig, plan, board);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    // The resistors lie still while outputs are chosen; then they are dealt out anew, and so on while it helps.
    const next = groups.reduce((given, group) => assign(rig, given, group, board), plan);
    const length = lengthOf(rig, next, board);
    report(round / MOST_ROUNDS / 2);
    if (length > best - 1e-6) break;
    best = length;
    plan = next;
  }
  // What the one wish finds may serve the other better: of all that was found the best is taken.
  const uncrossed = uncross(rig, plan, groups, board, report).plan;
  report(1);
  const before = wiringOf(rig, rig.plan, board);
  const worse = (one: SeatedWiring, other: SeatedWiring): boolean =>
    wish === "shortest"
      ? one.totalMm > other.totalMm
      : one.crossings > other.crossings || (one.crossings === other.crossings && one.totalMm > other.totalMm);
  let after = before;
  const candidates = [plan, uncrossed];
  plan = rig.plan;
  for (const candidate of candidates) {
    const laid = wiringOf(rig, candidate, board);
    if (!worse(after, laid)) continue;
    after = laid;
    plan = candidate;
  }
  const ends = ({ wires }: SeatedWiring) =>
    new Set(wires.map(({ from, to }) => [from.leg, to.leg].sort().join(" ")));
  const old = ends(before);
  return {
    plan,
    before: { totalMm: before.totalMm, crossings: before.crossings },
    after: { totalMm: after.totalMm, crossings: after.crossings },
    moved: [...ends(after)].filter((wire) => !old.has(wire)).length,
    exact: wish === "fewest crossings" && after.crossings === 0,
  };
}

/** The best assignment of one group while the resistors lie where they are: what each thing costs on each output. */
function assign(rig: Rig, plan: Plan, { size: count, apply }: Freedom, board: Breadboard): Plan {
  const start = modelOf(relay({ ...rig, plan }, plan));
  const { resistors } = seatRig(start.rig, board);
  const planned = new Set(start.rig.wires.map(({ id, from, to }) => `${id} ${from} ${to}`));
  const laid = (order: readonly number[]) => {
    const model = modelOf(relay({ ...rig, plan }, apply(plan, order)));
    return { model, seating: seatRig(model.rig, board, resistors) };
  };
  const changedBy = (order: readonly number[]) =>
    new Set(
      laid(order)
        .model.rig.wires.filter(({ id, from, to }) => !planned.has(`${id} ${from} ${to}`))
        .map(({ id }) => id),
    );
  // A thing's own wires are those that move whenever it moves: with its neighbour before and with the one after.
  const exchanged = identity(count).map((thing) => {
    const order = identity(count);
    const other = (thing + 1) % count;
    [order[thing], order[other]] = [order[other]!, order[thing]!];
    return changedBy(order);
  });
  const own = identity(count).map((thing) => {
    const before = exchanged[(thing - 1 + count) % count]!;
    const after = exchanged[thing]!;
    return count === 2 ? after : new Set([...after].filter((id) => before.has(id)));
  });
  // Turned round by so many, every thing is on another output: each turn measures one diagonal of the table.
  const rotated = identity(count).map((by) => laid(identity(count).map((at) => (at + by) % count)));
  const costs = identity(count).map((thing) =>
    identity(count).map((output) => {
      const { model, seating } = rotated[(output - thing + count) % count]!;
      return legLength(model, seating, own[thing]);
    }),
  );
  const order = identity(count);
  for (const [thing, output] of munkres(costs)) order[thing] = output;
  return apply(plan, order);
}

/** Exchanges two at a time as long as fewer wires cross. */
function uncross(
  rig: Rig,
  start: Plan,
  groups: readonly Freedom[],
  board: Breadboard,
  report: (share: number) => void,
): { plan: Plan; crossings: number } {
  let best = { plan: start, ...figures(rig, start, board) };
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    let better: typeof best | undefined;
    for (const { size: count, apply } of groups) {
      for (let one = 0; one < count; one += 1) {
        for (let other = one + 1; other < count; other += 1) {
          const order = identity(count);
          [order[one], order[other]] = [order[other]!, order[one]!];
          const plan = apply(best.plan, order);
          const found = { plan, ...figures(rig, plan, board) };
          const now = better ?? best;
          if (
            found.crossings < now.crossings ||
            (found.crossings === now.crossings && found.totalMm < now.totalMm)
          )
            better = found;
        }
      }
    }
    report(0.5 + (0.5 * (round + 1)) / MOST_ROUNDS);
    if (!better) break;
    best = better;
  }
  return best;
}

const figures = (rig: Rig, plan: Plan, board: Breadboard) => {
  const { crossings, totalMm } = wiringOf(rig, plan, board);
  return { crossings, totalMm };
};
