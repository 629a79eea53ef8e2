import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { meanFrom, supplyAdvice } from "../audit";
import { addWire, asLeg, changeUnits, relay, withBoards, type Rig, type Supply } from "../rig";
import { LEAD_OHMS, dischargeOf, dropOf, fuseFor, regulatedBy } from ".";

const on = (rig: Rig, supply: Supply): Rig => relay(rig, { ...rig.plan, power: "separate", supply });
const slip = demoRig("slip-gate");
const lock = plainDemoRig("lock-gauge");
const tide = plainDemoRig("tide-notice");

describe("what feeds a rig decides what its chips stand on", () => {
  test.each<[Supply, number]>([
    [{ kind: "usb" }, 5],
    [{ kind: "adapter" }, 5],
    [{ kind: "adapter", volts: 6 }, 6],
    [{ kind: "cells-4v5" }, 4.5],
    [{ kind: "lithium" }, 3.7],
    [{ kind: "lithium-5v" }, 5],
    [{ kind: "linear-5v", volts: 12 }, 5],
    [{ kind: "linear-3v3" }, 3.3],
    [{ kind: "step-down-5v" }, 5],
  ])("%o: %d V at PS1", (supply, volts) => {
    expect(on(slip, supply).units.find(({ part }) => part === "supply")?.volts).toBe(volts);
  });

  test("the board's 3.3 V leg feeds a register, less of it flows, and the board's 5 V leg none", () => {
    const rig = relay(slip, { ...slip.plan, power: "board", supply: { kind: "board-3v3" } });
    expect(rig.wires.find(({ id }) => id === "power")?.from).toBe("MCU1.3V3");
    const [before, after] = [slip, rig].map((one) => supplyAdvice(modelOf(one)).most);
    expect(after!).toBeLessThan(before! / 2);
  });

  test("a kind that belongs to the other way of feeding it is passed over", () => {
    const rig = relay(slip, { ...slip.plan, power: "board", supply: { kind: "lithium" } });
    expect(rig.units.some(({ part }) => part === "supply")).toBe(false);
    expect(dischargeOf(rig)).toBeUndefined();
  });
});

describe("a battery over its discharge", () => {
  test("hours are what it holds over the mean current, step by step", () => {
    const rig = on(slip, { kind: "lithium", milliampHours: 1000 });
    const { points, hours } = dischargeOf(rig)!;
    let sum = 0;
    points.slice(1).forEach((point, at) => {
      const before = points[at]!;
      sum += ((point.used - before.used) * 1000) / ((point.mean + before.mean) / 2);
      expect(point.hours).toBeCloseTo(sum, 9);
    });
    expect(hours).toBeCloseTo(sum, 9);
    expect(points.at(-1)!.used).toBe(1);
  });

  test("each step is the circuit solved on what is left of the volts", () => {
    const rig = on(slip, { kind: "cells-4v5" });
    for (const { volts, cell, mean } of dischargeOf(rig)!.points) {
      const there = modelOf(changeUnits(rig, ({ part }) => part === "supply", { volts }));
      expect(mean).toBeCloseTo(meanFrom(there, asLeg("PS1.+")), 9);
      // Three cells have 0.6 Ω together; one round of what flows leaves less than a millivolt.
      expect(cell - volts).toBeCloseTo(0.6 * (mean / 1000), 3);
    }
  });

  test("light fades without a regulator and stays behind a step-up, which asks for more as the cell falls", () => {
    const bare = dischargeOf(on(slip, { kind: "lithium" }))!.points;
    expect(bare.at(-1)!.light).toBeLessThan(bare[0]!.light * 0.6);
    const lifted = dischargeOf(on(slip, { kind: "lithium-5v" }))!.points;
    expect(new Set(lifted.map(({ light }) => light.toFixed(6))).size).toBe(1);
    const [full, empty] = [lifted[0]!, lifted.at(-1)!];
    // The same power through a cell of less volts: I = 5 V × I5 / (0.85 × V).
    const given = meanFrom(modelOf(on(slip, { kind: "lithium-5v" })), asLeg("PS1.+"));
    expect(full.mean).toBeCloseTo((5 * given) / (0.85 * (full.cell - 0.1 * (full.mean / 1000))), 1);
    expect(empty.mean).toBeGreaterThan(full.mean * 1.3);
  });

  test("a chip that works from 4 V ends it there", () => {
    const { stops, points } = dischargeOf(on(lock, { kind: "lithium" }))!;
    expect(stops).toEqual({ ref: "U1", at: 4 });
    expect(points.at(-1)!.volts).toBeCloseTo(4, 6);
    expect(points.at(-1)!.used).toBeLessThan(0.25);
  });

  test("no battery, no discharge", () => {
    expect(dischargeOf(slip)).toBeUndefined();
    expect(dischargeOf(on(slip, { kind: "adapter", volts: 5 }))).toBeUndefined();
  });
});

describe("what is left along strung modules", () => {
  const strung = (count: number) => relay(tide, withBoards(tide.plan, count));

  test("two of them, by hand: the first lead carries both, the second one", () => {
    const { boards, each, from } = dropOf(modelOf(strung(2)))!;
    const step = 2 * LEAD_OHMS * (each / 1000);
    expect(boards.map(({ volts }) => volts)).toEqual([
      expect.closeTo(from - 2 * step, 9),
      expect.closeTo(from - 3 * step, 9),
    ]);
    expect(each).toBeCloseTo(supplyAdvice(modelOf(strung(2))).most / 2, 9);
  });

  test.each([3, 5, 8])("%d of them: ΔV is 2 R times what all behind take", (count) => {
    const { boards, each, from } = dropOf(modelOf(strung(count)))!;
    let volts = from;
    boards.forEach((board, at) => {
      volts -= (2 * LEAD_OHMS * each * (count - at)) / 1000;
      expect(board.volts).toBeCloseTo(volts, 9);
    });
  });

  test("fed again where it says, none has less than is wanted", () => {
    const rig = strung(4);
    const { boards, least } = dropOf(modelOf(rig))!;
    const feed = boards.filter((board) => board.feed);
    expect(feed.map(({ ref }) => ref)).toEqual(["M4"]);
    const mended = feed.reduce((before, { ref }) => {
      const added = addWire(before, asLeg("PS1.+"), asLeg(`${ref}.1`));
      return added.ok ? added.rig : before;
    }, rig);
    const after = dropOf(modelOf(mended))!.boards;
    expect(Math.min(...after.map(({ volts }) => volts))).toBeGreaterThanOrEqual(least);
    expect(after.some(({ feed: again }) => again)).toBe(false);
  });

  test("one module, or bare chips: there is no string", () => {
    expect(dropOf(modelOf(tide))).toBeUndefined();
    expect(dropOf(modelOf(slip))).toBeUndefined();
  });
});

test.each<[number, number | undefined]>([
  [0, 100],
  [75, 100],
  [76, 200],
  [700, 1000],
  [1500, 2000],
  [20_000, undefined],
])("for %d mA a fuse of %s mA", (most, fuse) => expect(fuseFor(most)).toBe(fuse));

describe("a regulator between source and rig", () => {
  const fed = (supply: Supply) => ({ power: "separate", supply }) as const;

  test.each<[Supply, number, number, number]>([
    // (9 V − 5 V) × 300 mA
    [{ kind: "linear-5v" }, 300, 1.2, 300],
    [{ kind: "linear-5v", volts: 12 }, 100, 0.7, 100],
    [{ kind: "linear-3v3" }, 200, 0.34, 200],
    // 5 V × 0.5 A × (1 ÷ 0.88 − 1), and 2.5 W ÷ 0.88 ÷ 12 V
    [{ kind: "step-down-5v" }, 500, 0.341, 236.7],
  ])("%o at %d mA: %d W of heat, %d mA go in", (supply, most, heat, takes) => {
    const found = regulatedBy(fed(supply), most)!;
    expect(found.heat).toBeCloseTo(heat, 3);
    expect(found.takes).toBeCloseTo(takes, 1);
  });

  test("of what is too little to go in it is said how much it needs", () =>
    expect(regulatedBy(fed({ kind: "linear-5v", volts: 6 }), 100)).toMatchObject({ from: 6, least: 7 }));

  test("there is none where a rig is fed otherwise", () => {
    expect(regulatedBy(fed({ kind: "usb" }), 100)).toBeUndefined();
    expect(regulatedBy({ power: "board", supply: { kind: "linear-5v" } }, 100)).toBeUndefined();
  });
});
