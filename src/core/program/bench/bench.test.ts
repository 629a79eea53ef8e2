import { demoRig, plainDemoRig } from "@/demo";
import { displayLines, modelOf } from "../../address";
import type { Rig } from "../../rig";
import { asUnit, partOf } from "../../rig";
import { wireUp, type Move } from "../../inputs";
import { echoCode, plainProgram, searchCode, toggleCode } from "..";
import { compiledLive, printedPlain, type Did } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";

const told = (did: readonly Did[]) =>
  did.filter(({ what }) => what.startsWith("told")).map(({ what }) => what.trim());

describe.each(["slip-gate", "river-level", "crew-tally", "berth-board"])("%s, line after line", (id) => {
  const rig = plainDemoRig(id);
  const model = modelOf(rig);

  test.each(displayLines(model))("line %s goes high and low in the sketch as in the simulation", (line) => {
    const code = toggleCode(model, line);
    const compiled = compiledLive(rig, [], 7, printedPlain(rig, code));
    const simulated = simulatedLive(rig, [], 7, plainProgram(code));
    const moves = (did: readonly Did[]) => did.filter(({ at, what }) => at < 7e6 && what.startsWith("line "));
    expect(moves(compiled).map(({ what }) => what)).toEqual(moves(simulated).map(({ what }) => what));
    moves(compiled).forEach(({ at }, nth) =>
      expect(Math.abs(at - moves(simulated)[nth]!.at)).toBeLessThan(5000),
    );
  });
});

test("a line that is driven is high half of the time, and no other line moves", () => {
  const rig = plainDemoRig("slip-gate");
  const did = simulatedLive(rig, [], 7, plainProgram(toggleCode(modelOf(rig), "6")));
  expect(did.map(({ what }) => what)).toEqual(["line 6 1", "line 6 0", "line 6 1", "line 6 0", "line 6 1"]);
  const gaps = did.slice(1).map(({ at }, nth) => at - did[nth]!.at);
  for (const gap of gaps) expect(gap).toBeCloseTo(1_500_000, -3);
});

describe("what stands on the inputs is told", () => {
  const press = (unit: string, at: number, key?: string): Move[] => [
    { at, press: asUnit(unit), ...(key ? { key } : {}) },
    { at: at + 900, release: asUnit(unit), ...(key ? { key } : {}) },
  ];
  test.each<[string, Move[], RegExp]>([
    ["lap-bell", press("SW1", 1000), /SW1 0/],
    ["berth-board", press("KP1", 1000, "5"), /row 2: 1011/],
    ["lock-gauge", [{ at: 800, set: asUnit("RV1"), to: 1 }], /RV1 \d{3}/],
  ])("%s", (id, moves, while_) => {
    const rig = demoRig(id);
    const { code, not } = echoCode(modelOf(rig));
    expect(not).toEqual([]);
    const compiled = told(compiledLive(rig, moves, 3, printedPlain(rig, code!)));
    const simulated = told(simulatedLive(rig, moves, 3, plainProgram(code!)));
    expect(simulated.length).toBeGreaterThan(5);
    expect(simulated.some((one) => while_.test(one))).toBe(true);
    // A line is told 30 ms after what was read: bounces may fall into it on one side.
    const roughly = (one: string) =>
      id === "lock-gauge" ? one.replace(/\b\d+/g, (count) => `${Math.round(Number(count) / 100)}`) : one;
    const kinds = (all: readonly string[]) => [...new Set(all.map(roughly))].sort();
    expect(kinds(compiled)).toEqual(kinds(simulated));
  });

  test("a button whose wire is missing is named, and the others are read on", () => {
    const rig = demoRig("lap-bell");
    const button = rig.units.find((unit) => partOf(unit).kind === "input")!.ref;
    const cut: Rig = {
      ...rig,
      wires: rig.wires.filter(({ from, to }) => !`${from} ${to}`.includes(`${button}.`)),
    };
    const { not } = echoCode(modelOf(cut));
    expect(not.map(({ unit }) => unit)).toContain(button);
    expect(not[0]!.problem.length).toBeGreaterThan(10);
  });
});

describe("who answers on a bus", () => {
  const rig = plainDemoRig("slip-gate");
  const wired = wireUp(modelOf(rig), "clock-chip");
  if (!wired.ok) throw new Error(wired.message);

  test("a clock chip is found at its address, in the sketch and in the simulation", () => {
    const code = searchCode(modelOf(wired.rig))!;
    const printed = printedPlain(wired.rig, code);
    const lines = code.lines.map(({ named }) => named);
    expect(lines).toEqual(["BUS_SDA", "BUS_SCL"]);
    expect(told(compiledLive(wired.rig, [], 2, printed))).toContain("told address 104 answers");
    expect(told(simulatedLive(wired.rig, [], 2, plainProgram(code)))).toEqual(["told address 104 answers"]);
  });

  test("where no chip has an address there is nothing to search", () =>
    expect(searchCode(modelOf(rig))).toBeUndefined());
});
