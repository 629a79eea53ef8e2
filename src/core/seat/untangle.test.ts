import { modelOf } from "../address";
import { moveWireEnd, movedWires, relay, splitLegRef, swapWires, type Rig, asLeg } from "../rig";
import { frameRows } from "../sim";
import { planFromWires, seatRig, untangle } from ".";
import { LARGE, river, slip, seated } from "./fixtures/table";

test("the columns of the resistors are dealt out as well as any order can be", () => {
  const { model, seating } = seated(slip);
  const length = (fixed: typeof seating.resistors) => {
    const { holes } = seatRig(model.rig, LARGE, fixed);
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
    const found = untangle(river, LARGE, wish, (share) => shares.push(share))!;
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
  const moved = moveWireEnd(river, "output-a", "from", asLeg("U1.1"));
  expect(moved.ok && untangle(moved.rig, LARGE, "shortest")).toBeUndefined();
});

describe("wires moved by hand", () => {
  const swapped = (rig: Rig, one: string, other: string): Rig => {
    const edited = swapWires(rig, one, other);
    if (!edited.ok) throw new Error(edited.message);
    return edited.rig;
  };

  test("two outputs and two digits exchanged are taken up: the plan then makes these very wires", () => {
    const moved = swapped(swapped(river, "output-a", "output-c"), "drive-1", "drive-3");
    expect(movedWires(moved).length).toBeGreaterThan(0);
    const plan = planFromWires(modelOf(moved))!;
    expect(plan.outputs[0]).toBe("c");
    expect(movedWires({ ...moved, plan })).toEqual([]);
    expect(untangle({ ...moved, plan }, LARGE, "shortest")).toBeDefined();
  });

  test("what no choice of outputs makes is not taken up", () => {
    const moved = moveWireEnd(river, "output-a", "from", asLeg("U1.1"));
    expect(moved.ok && planFromWires(modelOf(moved.rig))).toBeUndefined();
  });
});

test("the goal asked for is never worse than what the other goal finds", () => {
  const [shortest, straightest] = (["shortest", "fewest crossings"] as const).map(
    (wish) => untangle(river, LARGE, wish)!.after,
  );
  expect(shortest!.totalMm).toBeLessThanOrEqual(straightest!.totalMm);
  expect(straightest!.crossings).toBeLessThanOrEqual(shortest!.crossings);
});
