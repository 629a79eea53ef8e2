import { type RigModel } from "../../address";
import { asLeg, legRef, splitPipId, type LegRef, type Rig, type UnitRef, type Wire } from "../../rig";
import type { LineMap } from "./replay";
import type { SegmentMap } from "./segments";

/** A rig with wires moved, and which of them. */
export interface Rewired {
  readonly rig: Rig;
  readonly moved: readonly string[];
}

/** Moves ends of wires from leg to leg, all at once; undefined where two would then join the same legs. */
export function moveEnds(rig: Rig, to: ReadonlyMap<LegRef, LegRef>): Rewired | undefined {
  const moved: string[] = [];
  const wires = rig.wires.map((wire): Wire => {
    const [from, end] = [to.get(wire.from) ?? wire.from, to.get(wire.to) ?? wire.to];
    if (from === wire.from && end === wire.to) return wire;
    moved.push(wire.id);
    return { ...wire, from, to: end, placed: false };
  });
  const pairs = new Set<string>();
  for (const { from, to: end } of wires) {
    const key = [from, end].sort().join(" ");
    if (from === end || pairs.has(key)) return undefined;
    pairs.add(key);
  }
  return { rig: { ...rig, wires }, moved };
}

/** Every wire at a line of the rig goes to the line the code drives for it. */
export function lineEnds(model: RigModel, board: UnitRef, lines: LineMap): Map<LegRef, LegRef> | undefined {
  const ends = new Map<LegRef, LegRef>();
  for (const [code, here] of lines)
    if (here !== "" && here !== code) ends.set(legRef(board, here), legRef(board, code));
  // A line something else hangs on is not free to be taken.
  for (const end of ends.values()) {
    const taken = model.rig.wires.some(({ from, to }) => from === end || to === end);
    if (taken && !ends.has(end)) return undefined;
  }
  return ends;
}

/** Every wire at a segment's own leg goes to the leg of the segment that was meant. */
export function segmentEnds(model: RigModel, map: SegmentMap): Map<LegRef, LegRef> {
  const ends = new Map<LegRef, LegRef>();
  const byPip = new Map(model.addresses.map((address) => [address.pip, address.ownLeg]));
  for (const { pip, ownLeg } of model.addresses) {
    const { unit, digit, segment } = splitPipId(pip);
    const goes = map[segment];
    const end = goes && byPip.get(`${unit}.${digit}.${goes}` as typeof pip);
    if (end && end !== ownLeg) ends.set(asLeg(ownLeg), asLeg(end));
  }
  return ends;
}

/** Digits from end to end: the wires that choose them, or where each has its own, all of its segments'. */
export function turnedDigits(model: RigModel): Map<LegRef, LegRef> {
  const ends = new Map<LegRef, LegRef>();
  const count = model.digits.length;
  const legsOf = (nth: number, pick: "ownLeg" | "sharedLeg") => {
    const id = model.digits[nth]!;
    return model.addresses
      .filter(({ pip }) => splitPipId(pip).unit === id.unit && splitPipId(pip).digit === id.digit)
      .map((address) => address[pick]);
  };
  const shares = model.slots.length > 1 ? ("sharedLeg" as const) : ("ownLeg" as const);
  for (let nth = 0; nth < count; nth += 1) {
    const [here, there] = [legsOf(nth, shares), legsOf(count - 1 - nth, shares)];
    here.forEach((leg, at) => {
      const end = there[at];
      if (end && end !== leg) ends.set(leg, end);
    });
  }
  return ends;
}
