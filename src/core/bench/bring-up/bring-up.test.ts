import { DEMO_RIGS, demoRig, plainDemoRig } from "@/demo";
import { gridOf, modelOf } from "../../address";
import { changeUnits, checkRig, removeWire, type Rig } from "../../rig";
import { sketchText } from "../../program";
import { frameRows } from "../../sim";
import { bringUpSteps, rigOfStep, sketchOfHold, sketchOfPattern, sketchOfStep } from ".";
import { rangeWords } from "../../notes";
import { holdsOf } from "../probes";
import { patternsOf } from "../patterns";

const stepOf = (rig: Rig, id: string) => {
  const found = bringUpSteps(modelOf(rig), "letters").find((one) => one.id === id);
  if (!found) throw new Error(`no step ${id}`);
  return found;
};

describe.each(DEMO_RIGS.map((rig) => [rig.id, rig] as const))("%s is brought up", (_, rig) => {
  const model = modelOf(rig);
  const steps = bringUpSteps(model, "letters");

  test("smallest first: power, lines, one LED, all of it, the show last; none twice", () => {
    const ids = steps.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.slice(0, 2)).toEqual(["before", "supply"]);
    expect(ids.at(-1)).toBe("show");
    expect(ids.indexOf("one")).toBeLessThan(ids.indexOf("all"));
  });

  test("what must be seen is what the wires show", () => {
    for (const step of steps.filter(({ lit, does }) => lit.length > 0 && does.kind === "texts")) {
      const shown = frameRows(modelOf(rigOfStep(model, step)!)).map((row) => row.shown);
      expect([step.id, shown]).toEqual([step.id, step.lit]);
    }
  });

  test("every step that runs something has a program to load, and its rig is one", () => {
    for (const step of steps) {
      const made = sketchOfStep(model, step, "letters");
      expect([step.id, made === undefined]).toEqual([step.id, step.does.kind === "nothing"]);
      if (made) expect(sketchText(made.lines)).toMatch(/void loop\(\)|endmodule/);
      const run = rigOfStep(model, step);
      if (run) expect(checkRig(JSON.parse(JSON.stringify(run)))).toMatchObject({ ok: true });
    }
  });

  test("every value that must be measured lies in its range, and says where", () => {
    for (const { expected, ifNot } of steps) {
      expect(ifNot.length).toBeGreaterThan(0);
      for (const { value, from, to, says } of expected) {
        expect(says.length).toBeGreaterThan(2);
        expect(value).toBeGreaterThanOrEqual(from - 1e-9);
        expect(value).toBeLessThanOrEqual(to + 1e-9);
      }
    }
  });
});

const slip = plainDemoRig("slip-gate");

test("the values of Slip gate, by hand", () => {
  const volts = new Map(stepOf(slip, "supply").expected.map(({ leg, value }) => [String(leg), value]));
  expect([...volts]).toEqual([
    ["U1.8", 0],
    ["U1.10", 5],
    ["U1.13", 0],
    ["U1.16", 5],
  ]);
  // 5 V − 1.8 V less the slope's share, through 560 Ω and what the output adds: about 5.3 mA, eight times.
  const [current] = stepOf(slip, "all").expected;
  expect(current!.unit).toBe("mA");
  expect(current!.value).toBeGreaterThan(38);
  expect(current!.value).toBeLessThan(46);
  const [anode, common] = stepOf(slip, "one").expected;
  expect(anode!.value).toBeGreaterThan(1.7);
  expect(anode!.value).toBeLessThan(2);
  expect(common!.value).toBe(0);
});

test("a rig whose wire is missing still measures against what it should be", () => {
  const cut = removeWire(slip, slip.wires.find(({ id }) => id === "power")!.id);
  expect(stepOf(cut, "supply").expected.map(({ leg }) => leg)).not.toContain("U1.16");
});

test("less resistance, more current from the supply", () => {
  const half = changeUnits(slip, ({ ohms }) => ohms === 560, { ohms: 280 });
  expect(stepOf(half, "all").expected[0]!.value).toBeGreaterThan(
    stepOf(slip, "all").expected[0]!.value * 1.6,
  );
});

test.each([
  [{ unit: "V", from: 4.5, to: 5.5 } as const, "4.5 to 5.5 V"],
  [{ unit: "V", from: 0, to: 0.35 } as const, "less than 0.35 V"],
  [{ unit: "mA", from: 32.49, to: 50.78 } as const, "32 to 51 mA"],
])("%j is said as %s", (range, says) => expect(rangeWords(range)).toBe(says));

test("inputs are told where a rig has some, addresses searched where its bus has some", () => {
  expect(bringUpSteps(modelOf(demoRig("lap-bell")), "letters").map(({ id }) => id)).toContain("inputs");
  expect(bringUpSteps(modelOf(demoRig("oar-rack")), "letters").map(({ id }) => id)).toContain("search");
  const none = bringUpSteps(modelOf(slip), "letters").map(({ id }) => id);
  expect(none).not.toContain("inputs");
  expect(none).not.toContain("search");
});

test("a board of logic has no line toggled by a sketch", () => {
  const boats = modelOf(plainDemoRig("boats-out"));
  expect(bringUpSteps(boats, "letters").filter(({ id }) => id.startsWith("line "))).toEqual([]);
  expect(holdsOf(boats).map((hold) => sketchOfHold(boats, hold, "letters")?.ending)).not.toContain(".ino");
});

test("dots go by corner, columns and rows, each as large as the display", () => {
  const model = modelOf(demoRig("tide-notice"));
  const { width, height } = gridOf(model)!;
  const steps = bringUpSteps(model, "letters");
  for (const [id, count] of [
    ["one", 1],
    ["columns", Math.min(64, width)],
    ["rows", height],
    ["all", 1],
  ] as const) {
    const { does } = steps.find((one) => one.id === id)!;
    if (does.kind !== "pictures") throw new Error(id);
    expect([id, does.pictures.length]).toEqual([id, count]);
    expect(does.pictures.every((one) => one.width === width && one.height === height)).toBe(true);
  }
});

test("a pattern and a hold have a sketch of their own", () => {
  const model = modelOf(slip);
  const [all] = patternsOf(model);
  expect(sketchText(sketchOfPattern(model, all!, "letters").lines)).toMatch(/0b11111111/);
  const made = holdsOf(model).map((hold) => [hold.id, sketchOfHold(model, hold, "letters") !== undefined]);
  expect(made).toEqual([
    ["rest", false],
    ["lit", true],
    ["high 5", true],
    ["high 6", true],
    ["high 7", true],
  ]);
});
