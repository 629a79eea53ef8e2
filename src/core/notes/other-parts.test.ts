import { THREE_LEGS, arrayFrom, transistorFrom, type Junction } from "./other-parts";

/** Readings of which only the given conduct, as "12": plus on leg 1, minus on leg 2. */
const readings = (conducts: Readonly<Record<string, number>>): Junction[] =>
  THREE_LEGS.map(([plus, minus]) => ({ plus, minus, volts: conducts[`${plus}${minus}`] }));

test.each([
  ["NPN, base 2, emitter 1", { 21: 0.672, 23: 0.668 }, "NPN transistor", ["emitter", "base", "collector"]],
  ["NPN, base 1, emitter 3", { 12: 0.65, 13: 0.66 }, "NPN transistor", ["base", "collector", "emitter"]],
  ["PNP, base 3, emitter 1", { 13: 0.7, 23: 0.69 }, "PNP transistor", ["emitter", "collector", "base"]],
  ["PNP, base 2, emitter 3", { 12: 0.601, 32: 0.61 }, "PNP transistor", ["collector", "base", "emitter"]],
] as const)("%s", (_, conducts, is, legs) =>
  expect(transistorFrom(readings(conducts))).toMatchObject({ is, legs }),
);

test("a MOSFET shows its one diode: the leg that takes no part is the gate", () =>
  expect(transistorFrom(readings({ 32: 0.5 }))).toMatchObject({
    is: expect.stringMatching(/MOSFET/),
    legs: ["gate", expect.stringMatching(/^drain of an N/), expect.stringMatching(/^source of an N/)],
  }));

test.each<[string, Junction[], RegExp]>([
  ["too few", readings({}).slice(1), /all six pairs/],
  ["nothing", readings({}), /burnt part/],
  ["a short", readings({ 12: 0.02, 21: 0.02 }), /Legs 1 and 2 are joined/],
  ["an LED", readings({ 12: 1.8 }), /1.8 V from leg 1 to leg 2 is no silicon junction/],
  ["alike", readings({ 21: 0.66, 23: 0.661 }), /NPN, base on leg 2; both junctions drop alike/],
  ["two diodes apart", readings({ 12: 0.6, 23: 0.6 }), /share no end/],
  ["three", readings({ 12: 0.6, 13: 0.6, 23: 0.6 }), /3 pairs conduct/],
])("%s is said: what to do", (_, given, problem) =>
  expect(transistorFrom(given)).toEqual({ problem: expect.stringMatching(problem) }),
);

test.each([
  [330, 660, 660, /leg 1 is common/],
  [660, 655, 330, /the last leg is common/],
  [330, undefined, 330, /a resistor of its own/],
  [undefined, 330, undefined, /Count the legs again/],
  [330, 400, 330, /do not go together/],
  [330, 660, undefined, /measure it again/],
])("between the first two %s, the next two %s, the last two %s", (first, second, last, says) =>
  expect(JSON.stringify(arrayFrom(first, second, last))).toMatch(says),
);
