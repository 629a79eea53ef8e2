import { gridOf, modelOf, pipsOfPicture } from "../../address";
import { checkAtOnce } from "../../check";
import { USUAL_TEXT_SCENE } from "../../dots";
import { buildProgram } from "../../program";
import { compiledCalls } from "../../program/fixtures/compiled";
import { signRun } from "../../show";
import { VISIBLE, Simulation } from "../../sim";
import { DEFAULT_PLAN, ledValues, newRig, planProblem, withLines, type Plan, type Rig } from "..";
import { highFirst, selected } from "../modules/fixtures/heard";

const rigOf = (text: string, blocks: number, plan: Partial<Plan>): Rig =>
  newRig(
    {
      id: "r",
      name: "R",
      sign: {
        modules: [],
        fonts: {},
        scenes: [{ ...USUAL_TEXT_SCENE, text, font: "narrow", motion: "hold", align: "left" }],
      },
    },
    withLines({
      ...DEFAULT_PLAN,
      display: "dots",
      module: "8x8",
      digits: 8 * blocks,
      digitSwitch: "transistor",
      lines: {},
      ...plan,
    }),
    { ohms: 220, led: ledValues("red") },
  );

/** The dots an eye takes for lit over some turns of the scan. */
function litDots(rig: Rig): string[] {
  const model = modelOf(rig);
  const grid = gridOf(model)!;
  const simulation = new Simulation(model, buildProgram(model));
  simulation.advanceTo(40e6);
  simulation.takeAverage();
  simulation.advanceTo(200e6);
  const { currents } = simulation.view();
  return Array.from({ length: grid.height }, (_, y) =>
    Array.from({ length: grid.width }, (_, x) =>
      currents[grid.at[y * grid.width + x]!]! > VISIBLE ? "#" : ".",
    ).join(""),
  );
}

function picture(rig: Rig): string[] {
  const grid = gridOf(modelOf(rig))!;
  const { dots } = signRun(rig, grid.width, grid.height).frames[0]!.bitmap();
  return Array.from({ length: grid.height }, (_, y) =>
    Array.from({ length: grid.width }, (_, x) => (dots[y * grid.width + x] ? "#" : ".")).join(""),
  );
}

describe("several blocks of dots without a driver chip", () => {
  test.each<[string, number, Partial<Plan>]>([
    ["two registers for columns, one for rows", 2, { scheme: "two-registers" }],
    ["the same with anodes as rows", 2, { scheme: "two-registers", polarity: "common-anode" }],
    ["four blocks", 4, { scheme: "two-registers", digitSwitch: "darlington" }],
    ["rows from lines of the board", 3, { scheme: "register-lines" }],
    ["rows chosen by a decoder", 2, { scheme: "selector" }],
    ["rows by a ring", 2, { scheme: "ring" }],
  ])("%s: the picture is on the face, dot for dot", (_, blocks, plan) => {
    const rig = rigOf("Hi you!", blocks, plan);
    const model = modelOf(rig);
    // Eight turns, whatever the number of blocks: a row goes through all of them.
    expect(model.slots).toHaveLength(8);
    expect(model.slots.every((slot) => slot.length === blocks)).toBe(true);
    expect(
      checkAtOnce(model).filter(({ severity, topic }) => severity === "fault" && topic === "wiring"),
    ).toEqual([]);
    expect(litDots(rig)).toEqual(picture(rig));
  });

  test("the sketch sends the columns of each block and the bit of the row", () => {
    const rig = rigOf("Hi", 2, { scheme: "two-registers", digitSwitch: "transistor" });
    const { data, clock, latch } = rig.plan.lines;
    const calls = compiledCalls(rig, 20_000, buildProgram(modelOf(rig)));
    const frames = selected(calls, {
      data: Number(data),
      clock: Number(clock),
      select: Number(latch),
    }).map(highFirst);
    const rows = new Map(
      frames
        .filter((bytes) => bytes.length === 3 && bytes[0] !== 0)
        .map(([row, right, left]) => [row!, [left!, right!]]),
    );
    const seen = Array.from({ length: 8 }, (_, y) => {
      // A row without a lit dot is not switched on.
      const [left, right] = rows.get(1 << y) ?? [0, 0];
      return [left!, right!]
        .map((byte) => Array.from({ length: 8 }, (_, x) => ((byte >> x) & 1 ? "#" : ".")).join(""))
        .join("");
    });
    expect(seen).toEqual(picture(rig));
  });

  test("more than four are for driver chips, and lines alone reach one", () => {
    const plan = (blocks: number, more: Partial<Plan>) =>
      rigOf("x", blocks, { scheme: "max7219", ...more }).plan;
    expect(planProblem({ ...plan(5, {}), scheme: "two-registers" })).toMatch(/reaches to 4 modules/);
    expect(planProblem({ ...plan(2, {}), scheme: "direct" })).toMatch(/reaches to 1 module/);
    expect(planProblem({ ...plan(2, {}), scheme: "two-registers", register: "74HC164" })).toMatch(
      /reaches to 1 module/,
    );
  });

  test("one dot alone lights one LED", () => {
    const rig = rigOf("x", 2, { scheme: "two-registers" });
    const model = modelOf(rig);
    const grid = gridOf(model)!;
    const dots = new Uint8Array(grid.width * grid.height);
    dots[3 * grid.width + 11] = 1;
    expect([...pipsOfPicture(model, grid, { width: grid.width, height: grid.height, dots })]).toEqual([
      "DS2.4.c4",
    ]);
  });
});
