import { demoRig } from "@/demo";
import { relay, withController } from "../rig";
import { compareWays, recommendWay, type WayFigures } from ".";

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
