import { demoRig } from "@/demo";
import { modelOf, heldPips, type RigModel } from "../address";
import { checkAtOnce, checkModel } from "../check";
import { USUAL_TEXT_SCENE, builtInFont, layLine } from "../dots";
import { buildProgram } from "../program";
import { compiledCalls } from "../program/fixtures/compiled";
import { Simulation } from "../sim";
import { signRun } from "../show";
import {
  DEFAULT_PLAN,
  USUAL_SHOW,
  addBeside,
  besideLost,
  besideProblem,
  besideTitle,
  checkRig,
  ledValues,
  leastCommon,
  moduleByKind,
  movedWires,
  newRig,
  outsideOf,
  relay,
  removeBeside,
  splitPipId,
  withBoards,
  withModule,
  type Plan,
  type Rig,
} from ".";
import { bytesHighFirst, ramOnBus, registersOfChain, selected, twoLines } from "./modules/fixtures/heard";

const planOf = (kind: string, boards = 1): Plan =>
  withModule({ ...DEFAULT_PLAN, lines: {} }, moduleByKind(kind), boards);

const scene = (text: string) =>
  ({ ...USUAL_TEXT_SCENE, text, font: "narrow", motion: "hold", align: "left" }) as const;

/** A rig on one module, with others beside it. */
function rigWith(
  kind: string,
  texts: readonly string[],
  ...others: ReadonlyArray<readonly [kind: string, shows: readonly string[]]>
): Rig {
  const first = newRig(
    {
      id: "r",
      name: "R",
      show: { ...USUAL_SHOW, texts: [...texts], hold: texts[0]! },
      sign: { modules: [], fonts: {}, scenes: texts.map(scene) },
    },
    planOf(kind),
    { ohms: 470, led: ledValues("red") },
  );
  return others.reduce((rig, [other, shows]) => {
    const added = addBeside(rig, { plan: planOf(other), colour: "red", shows: [...shows] });
    if (!added.ok) throw new Error(added.message);
    return added.rig;
  }, first);
}

const lines = ({ plan }: Rig) => {
  const of = (use: "data" | "clock" | "latch") => Number(plan.lines[use] ?? -1);
  return { data: of("data"), clock: of("clock"), select: of("latch") };
};

/** Segments `a` lowest, as the facts list them; and in the order of a chip whose highest bits are the point and then `a`. */
const GLYPHS = [0x3f, 0x06, 0x5b, 0x4f, 0x66, 0x6d, 0x7d, 0x07, 0x7f, 0x6f];
const turned = (pattern: number): number =>
  Array.from({ length: 7 }, (_, at) => ((pattern >> at) & 1) << (6 - at)).reduce((sum, bit) => sum | bit);

/** What eight digits on one chip of a chain read, register 8 first. */
const reads = (registers: readonly number[]): string =>
  [8, 7, 6, 5, 4, 3, 2, 1]
    .map((at) => {
      const digit = GLYPHS.findIndex((pattern) => turned(pattern) === registers[at]);
      return registers[at] === 0 ? " " : digit < 0 ? "?" : String(digit);
    })
    .join("");

/** Rows of the dots on some chips of a chain, the left one first. */
const dotsOf = (chips: readonly number[][]): string[] =>
  Array.from({ length: 8 }, (_, y) =>
    chips
      .flatMap((registers) =>
        Array.from({ length: 8 }, (_, x) => ((registers[y + 1]! >> (7 - x)) & 1 ? "#" : ".")),
      )
      .join(""),
  );

const rowsOf = ({ width, dots }: { width: number; dots: ArrayLike<number> }): string[] =>
  Array.from({ length: 8 }, (_, y) =>
    Array.from({ length: width }, (_, x) => (dots[y * width + x] ? "#" : ".")).join(""),
  );

/** The different states the chips of a chain go through, one after the other. */
function statesHeard(rig: Rig, chips: number): number[][][] {
  const frames = selected(compiledCalls(rig, 60_000, buildProgram(modelOf(rig))), lines(rig));
  const states: number[][][] = [];
  let last = "";
  frames.forEach((_, at) => {
    const now = registersOfChain(frames.slice(0, at + 1), chips);
    const key = JSON.stringify(now);
    if (key !== last) states.push(now);
    last = key;
  });
  return states;
}

describe("digits beside a sign, on its chain", () => {
  const rig = rigWith("dots-4-max7219", ["Hi", "you"], ["digits-8-max7219", ["12", "345"]]);

  test("hang behind its last block, and take supply, clock and select from it", () => {
    expect(outsideOf(rig).units.map(({ ref }) => ref)).toEqual(["MCU1", "M1", "M2"]);
    const leads = outsideOf(rig).wires.filter(({ to }) => to.startsWith("M2."));
    expect(leads.map(({ from, to }) => `${from} ${to}`).sort()).toEqual([
      "M1.10 M2.5",
      "M1.6 M2.1",
      "M1.7 M2.2",
      "M1.8 M2.3",
      "M1.9 M2.4",
    ]);
    expect(modelOf(rig).encoding.buses).toMatchObject([{ units: ["U1", "U2", "U3", "U4", "U5"] }]);
  });

  test("show a text of their own with each scene: compiled, run and heard", () => {
    const states = statesHeard(rig, 5);
    const [one, two] = signRun(rig, 32, 8).frames.map(({ bitmap }) => rowsOf(bitmap()));
    const seen = states.map((chips) => ({
      sign: dotsOf(chips.slice(0, 4).reverse()).join(),
      beside: reads(chips[4]!),
    }));
    const whole = seen.filter(({ sign }) => sign === one!.join() || sign === two!.join());
    expect(whole.some(({ sign, beside }) => sign === one!.join() && beside === "      12")).toBe(true);
    expect(whole.some(({ sign, beside }) => sign === two!.join() && beside === "     345")).toBe(true);
    expect(whole.some(({ sign, beside }) => sign === one!.join() && beside === "     345")).toBe(false);
  });

  test("are no digits of the sign's own show, and nothing is wrong with them", () => {
    const model = modelOf(rig);
    expect(model.digits).toHaveLength(32);
    expect(checkAtOnce(model).filter(({ severity }) => severity === "fault")).toEqual([]);
    const all = checkModel(model);
    expect(all.filter(({ severity }) => severity === "fault")).toEqual([]);
  });

  test("are laid again with the plan, ticked wires and all", () => {
    const ticked = { ...rig, wires: rig.wires.map((wire) => ({ ...wire, placed: true })) };
    expect(movedWires(rig)).toEqual([]);
    const again = relay(ticked, rig.plan);
    expect(again).toEqual(ticked);
    const longer = relay(rig, withBoards(rig.plan, 2));
    expect(modelOf(longer).encoding.buses![0]!.units).toHaveLength(9);
    expect(
      outsideOf(longer)
        .wires.filter(({ to }) => to.startsWith("M3."))
        .every(({ from }) => from.startsWith("M2.")),
    ).toBe(true);
  });

  test("read back from the file they are written to", () => {
    const read = checkRig(JSON.parse(JSON.stringify(rig)));
    expect(read.ok && read.rig).toEqual(rig);
  });

  test("a group of parts that are not there is refused with its place", () => {
    const broken = { ...rig, beside: [{ ...rig.beside![0]!, units: ["DS9"] }] };
    const read = checkRig(JSON.parse(JSON.stringify(broken)));
    expect(!read.ok && read.problems.map(({ path }) => path)).toContain("beside[0].units[0]");
  });
});

describe("dots beside digits, on their chain", () => {
  const rig = rigWith("digits-8-max7219", ["1", "2", "3"], ["dots-max7219", ["A", "B"]]);

  test("run through a list of their own: both are back at the start after six faces", () => {
    const program = buildProgram(modelOf(rig));
    expect(program.frames.map(({ text, nth }) => `${text}${nth! % 2}`)).toEqual([
      "10", "21", "30", "11", "20", "31",
    ]); // prettier-ignore
    const seen = statesHeard(rig, 2).map((chips) => ({
      digits: reads(chips[0]!),
      dots: dotsOf([chips[1]!]).join(),
    }));
    const letter = (text: string) => {
      const { ribbon } = layLine(text, builtInFont("even")!);
      return rowsOf(ribbon).map((row) => row.padEnd(8, "."));
    };
    for (const [digits, text] of [
      ["       1", "A"],
      ["       2", "B"],
      ["       1", "B"],
    ] as const)
      expect(seen).toContainEqual({ digits, dots: letter(text).join() });
    expect(seen.map(({ digits }) => digits)).not.toContain("       4");
  });

  test("a face that is held stays while the dots go on", () => {
    const held = { ...rig, show: { ...rig.show, mode: "hold" as const, hold: "7" } };
    const seen = statesHeard(held, 2).map((chips) => reads(chips[0]!));
    expect(buildProgram(modelOf(held)).frames).toHaveLength(2);
    expect(seen.at(-1)).toBe("       7");
  });

  test("the simulation lights what is shown, and nothing else of them", () => {
    const model = modelOf(rig);
    const lit = litAfter(model, 200e6);
    const expected = [...heldPips(model, 0)];
    expect(expected.length).toBeGreaterThan(8);
    expect(lit.filter((pip) => splitPipId(pip).unit === splitPipId(expected[0]!).unit).sort()).toEqual(
      expected.sort(),
    );
  });
});

/** LEDs that carry current a while after power-up. */
function litAfter(model: RigModel, at: number) {
  const simulation = new Simulation(model, buildProgram(model));
  simulation.advanceTo(at);
  const { currents } = simulation.view();
  return model.addresses.map(({ pip }) => pip).filter((_, place) => currents[place]! > 0.5);
}

test("two kinds of display on one I²C bus: each hears its own address", () => {
  const rig = rigWith("digits-4-colon-ht16k33", ["12:34"], ["dots-ht16k33", ["A"]]);
  const calls = compiledCalls(rig, 20_000, buildProgram(modelOf(rig)));
  const bytes = bytesHighFirst(twoLines(calls, lines(rig).data, lines(rig).clock));
  const digits = ramOnBus(bytes, 0x70);
  expect([0, 1, 3, 4].map((com) => digits[com * 2])).toEqual([0x06, 0x5b, 0x4f, 0x66]);
  const dots = ramOnBus(bytes, 0x71);
  const seen = Array.from({ length: 8 }, (_, y) =>
    Array.from({ length: 8 }, (_, x) => ((dots[y * 2]! >> x) & 1 ? "#" : ".")).join(""),
  );
  expect(seen).toEqual(rowsOf(layLine("A", builtInFont("even")!).ribbon).map((row) => row.padEnd(8, ".")));
});

describe("what may stand beside a display", () => {
  test.each<[string, string, RegExp | undefined]>([
    ["dots-4-max7219", "digits-8-max7219", undefined],
    ["digits-8-max7219", "dots-4-max7219", undefined],
    ["dots-16-ht16k33", "digits-4-colon-ht16k33", undefined],
    ["digits-4-tm1637", "digits-6-tm1637", /no address and hands nothing on/],
    ["digits-8-max7219", "digits-4-tm1637", /a TM1637 and this rig’s MAX7219 share/],
    ["digits-8-max7219", "digits-8-74hc595", /no driver chip/],
    ["digits-8-74hc595", "digits-8-max7219", /scans this rig’s display itself/],
  ])("%s with %s: %s", (first, other, problem) => {
    const found = besideProblem({ plan: planOf(first) }, planOf(other));
    if (problem) expect(found).toMatch(problem);
    else expect(found).toBeUndefined();
  });

  test("a bus is full with eight addresses", () => {
    const rig = rigWith("digits-4-colon-ht16k33", ["1"], ["digits-4-colon-ht16k33", ["1"]]);
    expect(besideProblem(rig, planOf("digits-4-colon-ht16k33", 6))).toBeUndefined();
    expect(besideProblem(rig, planOf("digits-4-colon-ht16k33", 7))).toMatch(/reaches/);
  });

  test("what has no place beside another plan is named beforehand", () => {
    const rig = rigWith("dots-4-max7219", ["Hi"], ["digits-8-max7219", ["1"]]);
    expect(besideLost(rig, rig.plan)).toEqual([]);
    expect(besideLost(rig, planOf("digits-4-tm1637"))).toEqual([besideTitle(rig, rig.beside![0]!)]);
    expect(relay(rig, planOf("digits-4-tm1637")).beside).toBeUndefined();
  });
});

test("one is taken away from the middle of a chain: what came behind it moves up", () => {
  const rig = rigWith("dots-max7219", ["H"], ["digits-8-max7219", ["1"]], ["dots-4-max7219", ["ab"]]);
  const [, last] = rig.beside!;
  const without = removeBeside(rig, 0);
  expect(without.beside).toHaveLength(1);
  expect(without.beside![0]!.shows).toEqual(last!.shows);
  expect(without.beside![0]!.modules).toHaveLength(4);
  expect(modelOf(without).encoding.buses![0]!.units).toHaveLength(5);
  expect(checkAtOnce(modelOf(without)).filter(({ severity }) => severity === "fault")).toEqual([]);
  expect(movedWires(without)).toEqual([]);
  const bare = removeBeside(without, 0);
  expect(bare.beside).toBeUndefined();
  expect(bare.units).toHaveLength(rigWith("dots-max7219", ["H"]).units.length);
});

test("a display that is brighter beside a sign, and an LED by itself, dim nothing", () => {
  const rig = demoRig("start-line");
  expect(checkModel(modelOf(rig))).toEqual([]);
});

test.each([
  [1, 1, 1],
  [2, 3, 6],
  [4, 6, 12],
  [7, 7, 7],
])("the least number both %d and %d go into is %d", (one, other, common) =>
  expect(leastCommon(one, other)).toBe(common),
);
