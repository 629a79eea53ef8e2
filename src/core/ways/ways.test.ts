import { demoRig, plainDemoRig } from "@/demo";
import { relay, withController, withoutModule } from "../rig";
import { WAYS, compareWays, isWay, recommendWay, type WayFigures } from ".";

const moorings = demoRig("moorings-free");
const figures = compareWays(moorings);
const of = (id: string, all: readonly WayFigures[] = figures) => all.find(({ way }) => way.id === id)!;

test("lines, parts and wires are those of the rig each way would build", () => {
  expect(of("direct-transistor")).toMatchObject({ lines: 12, linesLeft: 8, parts: 18, wires: 32 });
  expect(of("two-registers-transistor")).toMatchObject({ lines: 3, wires: 50 });
  expect(of("register-static-bare")).toMatchObject({ rate: undefined, busy: 0 });
  expect(of("ring-transistor").lines).toBe(5);
});

test("what does not fit says why, and nothing that fits is over a limit with its own resistors", () => {
  expect(of("power-register-bare").problem).toMatch(/common-anode/);
  expect(of("logic-transistor").problem).toMatch(/programmable logic/);
  // A module is as it was bought: what it is over its limits with cannot be chosen, only told.
  const chosen = figures.filter(({ way }) => way.module === undefined);
  expect(chosen.filter(({ problem, over }) => problem === undefined && over.length > 0)).toEqual([]);
});

test("a bare digit on a line has to stay dim; with transistors it is several times as bright", () => {
  expect(of("direct-transistor").brightness / of("direct-bare").brightness).toBeGreaterThan(4);
});

test("the recommendation is sound, and says why", () => {
  const { way, reasons } = recommendWay(figures)!;
  const best = of(way.id);
  expect(best.awkward).toEqual([]);
  expect(best.over).toEqual([]);
  expect(reasons.at(-1)).toBe(`of what is left it takes the fewest wires, ${best.wires}`);
});

test("on a board with few lines twelve of them are awkward or too many, and another way is recommended", () => {
  const small = compareWays(
    relay(moorings, withController({ ...moorings.plan, scheme: "two-registers" }, "ESP8266-module")),
  );
  expect(of("direct-transistor", small).problem).toMatch(/12 lines/);
  expect(recommendWay(small)!.way.scheme).not.toBe("direct");
});

test("a BCD decoder is not offered where letters are to be shown", () => {
  const words = { ...moorings, show: { ...moorings.show, texts: ["HELP"] } };
  expect(of("bcd-decoder-transistor", compareWays(words)).problem).toMatch(/cannot show “HELP”/);
});

describe("modules among the ways", () => {
  test("they come first, with the leads of their headers as wires", () => {
    expect(figures[0]!.way.id).toMatch(/^module-/);
    expect(of("module-digits-4-tm1637")).toMatchObject({ parts: 2, wires: 4, lines: 2, problem: undefined });
    expect(of("module-digits-4-74hc595")).toMatchObject({ parts: 2, wires: 5 });
  });

  test.each([
    ["module-digits-8-max7219", /has 8 digits, and this display 4/],
    ["module-dots-max7219", /has dots, and this display is digits/],
  ])("%s is another display, and says so", (id, why) => expect(of(id).problem).toMatch(why));

  test("for dots as many boards as the display is wide", () => {
    const tide = plainDemoRig("tide-notice");
    const all = compareWays(relay(tide, { ...withoutModule(tide.plan) }));
    expect(of("module-dots-4-max7219", all)).toMatchObject({ parts: 3, problem: undefined });
    expect(of("module-dots-max7219", all)).toMatchObject({ parts: 6, wires: 21 });
    expect(of("module-digits-8-max7219", all).problem).toMatch(/has digits, and this display is dots/);
  });

  test("a rig on a module has that way, and no other", () => {
    const lock = plainDemoRig("lock-gauge");
    const is = WAYS.filter((way) => isWay(lock.plan, way)).map(({ id }) => id);
    expect(is).toEqual(["module-digits-8-max7219"]);
    const bare = relay(lock, withoutModule(lock.plan));
    expect(WAYS.filter((way) => isWay(bare.plan, way)).map(({ id }) => id)).toEqual(["max7219-bare"]);
  });
});
