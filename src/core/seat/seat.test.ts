import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { moveWireEnd, relay, splitLegRef, type Rig } from "../rig";
import { frameRows } from "../sim";
import { seatRig, stripOf, untangle, wireSeats, type End } from ".";

const river = demoRig("river-level");
const slip = demoRig("slip-gate");
const seated = (rig: Rig, size: 400 | 830 = 830) => {
  const model = modelOf(rig);
  const seating = seatRig(model.rig, size);
  return { model, seating, wiring: wireSeats(model, seating) };
};
const RIGS = ["slip-gate", "river-level", "ladder-step", "boats-out", "moorings-free"];

describe.each(RIGS)("%s on a breadboard", (id) => {
  const { model, seating, wiring } = seated(demoRig(id));

  test("no two legs and no two wire ends share a hole", () => {
    const ends = [...wiring.wires, ...wiring.feeders].flatMap(({ from, to }) => [from, to]);
    const holes = [
      ...seating.holes.values(),
      ...ends.flatMap((end) => (end.at === "hole" ? [end.hole] : [])),
      ...wiring.capacitors.flatMap(({ from, to }) => [from, to]),
    ].map((hole) => JSON.stringify(hole));
    expect(new Set(holes).size).toBe(holes.length);
  });

  test("every wire end is in the strip of its leg, or on a rail of its net; no strip joins two nets", () => {
    const nets = new Map<string, number>();
    const claim = (strip: string, net: number) => {
      expect([strip, nets.get(strip) ?? net]).toEqual([strip, net]);
      nets.set(strip, net);
    };
    for (const [leg, hole] of seating.holes) claim(stripOf(hole), model.nets.of(leg).id);
    const check = (end: End) => end.at === "hole" && claim(stripOf(end.hole), model.nets.of(end.leg).id);
    for (const { from, to } of [...wiring.feeders, ...wiring.wires]) [from, to].forEach(check);
  });

  test("everything fits, with lengths to cut", () => {
    expect(seating.left).toEqual([]);
    expect(wiring.full).toEqual([]);
    for (const { lengthMm } of wiring.wires) expect(lengthMm ?? 5).toBeGreaterThanOrEqual(5);
  });
});

test("what does not fit on a small board is named", () => {
  const { seating } = seated(river, 400);
  expect(seating.needed).toBe(45);
  expect(seating.left).toContain("U2");
});

test("the columns of the resistors are dealt out as well as any order can be", () => {
  const { model, seating } = seated(slip);
  const length = (fixed: typeof seating.resistors) => {
    const { holes } = seatRig(model.rig, 830, fixed);
    return model.rig.wires
      .filter(({ from, to }) => [from, to].some((leg) => splitLegRef(leg).unit.startsWith("R")))
      .reduce((sum, { from, to }) => {
        const [one, other] = [holes.get(from)!, holes.get(to)!];
        const y = (hole: typeof one) => ("row" in hole ? "abcdexxfghij".indexOf(hole.row) + 3 : 0);
        return sum + Math.hypot(one.column - other.column, y(one) - y(other));
      }, 0);
  };
  const dealt = [...seating.resistors];
  const best = length(seating.resistors);
  for (let one = 0; one < dealt.length; one += 1) {
    for (let other = one + 1; other < dealt.length; other += 1) {
      const exchanged = new Map(dealt);
      exchanged.set(dealt[one]![0], dealt[other]![1]);
      exchanged.set(dealt[other]![0], dealt[one]![1]);
      expect(length(exchanged)).toBeGreaterThanOrEqual(best - 1e-9);
    }
  }
});

test.each(["shortest", "fewest crossings"] as const)(
  "untangled for %s: better wires, the same faces",
  (wish) => {
    const shares: number[] = [];
    const found = untangle(river, 830, wish, (share) => shares.push(share))!;
    expect(found.after.crossings).toBeLessThan(found.before.crossings);
    expect(found.after.totalMm).toBeLessThanOrEqual(found.before.totalMm);
    expect(found.moved).toBeGreaterThan(0);
    expect(shares.at(-1)).toBe(1);
    const rows = frameRows(modelOf(relay(river, found.plan)));
    expect(rows.every(({ faithful }) => faithful)).toBe(true);
    expect(new Set(found.plan.outputs).size).toBe(8);
  },
);

test("wires moved by hand are not untangled over the maker's head", () => {
  const moved = moveWireEnd(river, "output-a", "from", "U1.1");
  expect(moved.ok && untangle(moved.rig, 830, "shortest")).toBeUndefined();
});
