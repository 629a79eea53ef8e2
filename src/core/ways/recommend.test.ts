import { WAYS, recommendWay, type WayFigures } from ".";

const EMPTY = { title: "", value: 0, unit: "A" as const, limit: undefined, share: 0 };
/** A way with nothing against it, but for what is said. */
const figures = (at: number, some: Partial<WayFigures>): WayFigures => ({
  way: WAYS[at]!,
  plan: {} as never,
  lines: 3,
  linesLeft: 17,
  easyLeft: 10,
  awkward: [],
  analogue: [],
  parts: 10,
  wires: 20,
  joints: 60,
  ohms: 470,
  pin: EMPTY,
  package: EMPTY,
  average: 5,
  brightness: 0.5,
  rate: 100,
  ceiling: 1000,
  busy: 0.1,
  over: [],
  ...some,
});
const short = "the 3.3 V of this board are outside its sheet";

test("of ways that are as good the one with the fewest wires is taken", () => {
  expect(recommendWay([figures(0, { wires: 30 }), figures(1, { wires: 12 })])?.way).toBe(WAYS[1]);
  expect(recommendWay([])).toBeUndefined();
});

test("what has a problem or passes a limit is never taken", () => {
  const taken = recommendWay([
    figures(0, { wires: 1, problem: "it cannot" }),
    figures(1, { wires: 2, over: ["a leg"] }),
    figures(2, {}),
  ]);
  expect(taken?.way).toBe(WAYS[2]);
});

test("levels by the sheet go before fewer wires, and are a reason only where some do not fit", () => {
  const some = recommendWay([figures(0, { wires: 5, level: short }), figures(1, { wires: 40 })])!;
  expect(some.way).toBe(WAYS[1]);
  expect(some.reasons[0]).toBe("it takes this board’s levels by its sheet");
  const all = recommendWay([figures(0, {}), figures(1, { wires: 40 })])!;
  expect(all.reasons.join()).not.toMatch(/levels/);
  const none = recommendWay([figures(0, { level: short }), figures(1, { level: short, wires: 40 })])!;
  expect(none.way).toBe(WAYS[0]);
  expect(none.reasons.join()).not.toMatch(/levels/);
});
