import { modelOf, pulledUpTo } from "../address";
import { auditRig, levelMatches } from "../audit";
import { checkModel } from "../check";
import { demoRig, plainDemoRig } from "@/demo";
import { seatRig, wireSeats } from "../seat";
import { buildProgram, sketchText, writeProgram } from "../program";
import { frameRows, tapeOf, traceWrites } from "../sim";
import { trailOf } from "../trail";
import {
  asLeg,
  checkRig,
  levelPartsProblem,
  movedWires,
  netsOf,
  relay,
  withController,
  type LevelPart,
  type Plan,
  type Rig,
  withoutModule,
} from ".";

const oars = demoRig("oar-rack");
const tide = plainDemoRig("tide-notice");
const low = (rig: Rig, plan: Partial<Plan> = {}, board = "ESP32-module"): Rig => {
  const laid = relay(rig, { ...rig.plan, lines: {}, ...plan });
  return relay(laid, withController(laid.plan, board));
};
const lift = (rig: Rig, levels: LevelPart = "74HCT125"): Rig => relay(rig, { ...rig.plan, levels });
const chain = low(tide);

describe.each(["74HCT125", "74AHCT125"] as const)("a %s in the lines", (levels) => {
  test.each(["ESP32-module", "ESP8266-module", "RP2040-board"])(
    "of a %s: levels fit, every face is as asked",
    (board) => {
      const rig = lift(low(oars, { scheme: "max7219", digits: 8 }, board), levels);
      const model = modelOf(rig);
      expect(levelMatches(model).every(({ taken }) => taken === "sure")).toBe(true);
      expect(checkModel(model).filter(({ severity }) => severity === "fault")).toEqual([]);
      expect(checkModel(model).filter(({ id }) => id.startsWith("level-"))).toEqual([]);
      expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
      expect(checkRig(JSON.parse(JSON.stringify(rig))).ok).toBe(true);
    },
  );
});

test("one takes the board's lines, and the chain behind it hangs on what it gives", () => {
  const rig = lift(chain);
  const buffers = rig.units.filter(({ part }) => part === "74HCT125");
  expect(buffers).toHaveLength(1);
  expect(rig.units.length - chain.units.length).toBe(2);
  // What hung on the board's lines is joined as before, only not to the lines.
  const lines = Object.values(chain.plan.lines).map((line) => `MCU1.${line}`);
  const joined = (one: Rig) =>
    netsOf(one)
      .all.map(({ legs }) =>
        legs
          .filter(
            (leg) =>
              !lines.includes(leg) &&
              !buffers.some(({ ref }) => leg.startsWith(`${ref}.`)) &&
              !/^C\d+/.test(leg),
          )
          .sort()
          .join(" "),
      )
      .filter((legs) => legs !== "")
      .sort();
  expect(joined(rig)).toEqual(joined(chain));
  expect(movedWires(rig)).toEqual([]);
  const spare = rig.wires.filter(({ id }) => id.startsWith("spare-"));
  expect(spare).toHaveLength(1);
});

test("it is seated like any other part, and taken out again nothing is left of it", () => {
  const rig = lift(chain);
  const seating = seatRig(rig, { size: 830, rails: "through" });
  expect(wireSeats(modelOf(rig), seating).wires.length).toBeGreaterThan(0);
  const { levels: _, ...plan } = rig.plan;
  const back = relay(rig, plan);
  expect(back.units).toEqual(chain.units);
  expect(back.wires.map(({ from, to }) => [from, to])).toEqual(chain.wires.map(({ from, to }) => [from, to]));
});

test.each<[string, Rig, LevelPart, RegExp | undefined]>([
  ["a chain of MAX7219 at 3.3 V", chain, "74HCT125", undefined],
  ["the same with MOSFETs", chain, "n-channel-switch", /^the lines of the MAX7219 are driven both ways/],
  ["the same at 5 V", tide, "74HCT125", /^its chips run on the board's own level$/],
  ["registers, which run on 3.3 V themselves", low(demoRig("slip-gate")), "74HCT125", /own level/],
  ["a chip that answers", low(oars), "74HCT125", /^the HT16K33 answers on its data line/],
  ["a chip that answers, with MOSFETs", low(oars), "n-channel-switch", undefined],
])("%s", (_, rig, part, problem) => {
  const said = levelPartsProblem(rig.plan, part);
  if (problem) expect(said).toMatch(problem);
  else expect(said).toBeUndefined();
  // Asked for all the same, nothing is put in where it is of no use.
  expect(lift(rig, part).units.some((unit) => unit.part === part)).toBe(problem === undefined);
});

describe("a MOSFET in each line of a bus that answers", () => {
  const bus = low(oars);
  const rig = lift(bus, "n-channel-switch");
  const model = modelOf(rig);
  const without = (...ids: string[]): Rig => ({
    ...rig,
    wires: rig.wires.filter(({ id }) => !ids.includes(id)),
  });

  test("each side is as high as what pulls it up: 3.3 V at the board, 5 V at the chip, and nothing is found", () => {
    for (const use of ["data", "clock"] as const)
      expect(pulledUpTo(model, asLeg(`MCU1.${rig.plan.lines[use]}`))).toBe(3.3);
    expect(levelMatches(model).map(({ gets, taken }) => [gets, taken])).toEqual([
      [5, "sure"],
      [5, "sure"],
    ]);
    expect(checkModel(model).map(({ id }) => id)).toEqual([]);
    expect(checkModel(modelOf(bus)).map(({ id }) => id)).toContain(`over-line-${bus.plan.lines.data}`);
    expect(movedWires(rig)).toEqual([]);
  });

  test("lows go both ways: the chip shows every face, and the board hears its answer", () => {
    expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
    const program = buildProgram(model);
    const trace = traceWrites(model, program, tapeOf(program, 0));
    const answered = trace.ticks.filter(
      ({ line, given, level }) => line === rig.plan.lines.data && given !== 0 && given !== 1 && level === 0,
    );
    expect(answered.length).toBeGreaterThan(0);
    expect(trace.entries.flatMap(({ breaches }) => breaches)).toEqual([]);
  });

  test("a side that nothing pulls up is said, and nobody can tell its level", () => {
    const board = modelOf(without("level-pull-data"));
    expect(checkModel(board).map(({ id }) => id)).toContain("lift-pull-S-Q1");
    const chip = modelOf(without("pull-data"));
    expect(checkModel(chip).map(({ id }) => id)).toContain("lift-pull-D-Q1");
    for (const one of [board, chip]) expect(frameRows(one).some(({ faithful }) => faithful)).toBe(false);
  });

  test("with its gate on no supply it is no way through", () => {
    expect(frameRows(modelOf(without("level-gate-clock"))).some(({ faithful }) => faithful)).toBe(false);
  });
});

test("the trail and the wiring in the sketch go through it", () => {
  const model = modelOf(lift(chain));
  const hop = trailOf(model, model.addresses[0]!.pip).find(({ kind }) => kind === "lifted")!;
  expect(hop).toMatchObject({ title: "through U5 74HCT125", detail: "3.3 V come in, 5 V go on" });
  expect(trailOf(modelOf(chain), model.addresses[0]!.pip).some(({ kind }) => kind === "lifted")).toBe(false);
  const sketch = sketchText(writeProgram(model, buildProgram(model)).lines);
  const { data } = chain.plan.lines;
  // Of a module the sketch tells the leads of its header: into the buffer, and on from there.
  expect(sketch).toMatch(new RegExp(`line ${data} -> U5 1A \\(leg 2\\)`));
  expect(sketch).toContain("U5 1Y (leg 3) -> M1 DIN (pin 3)");
  const bare = modelOf(lift(relay(chain, withoutModule(chain.plan))));
  const whole = sketchText(writeProgram(bare, buildProgram(bare)).lines);
  expect(whole).toContain(`line ${bare.rig.plan.lines.data} -> U5 74HCT125 -> U1 DIN (leg 1)`);
});

describe("two resistors in each line of a board that gives more than its chips stand", () => {
  const slip = demoRig("slip-gate");
  const weak = relay(slip, { ...slip.plan, power: "board", supply: { kind: "board-3v3" } });
  const divided = lift(weak, "divider");

  test("without them the inputs stand above the supply, and that is said", () =>
    expect(checkModel(modelOf(weak)).map(({ id }) => id)).toContain("low-U1"));

  test("with them each input gets its share, the bytes arrive and nothing is wrong", () => {
    const model = modelOf(divided);
    const matches = levelMatches(model);
    expect(matches).toHaveLength(3);
    // 5 V × 1.8 kΩ ÷ (1 kΩ + 1.8 kΩ)
    for (const { gets, taken } of matches) {
      expect(gets).toBeCloseTo(3.214, 3);
      expect(taken).toBe("sure");
    }
    expect(checkModel(model).filter(({ severity }) => severity !== "note")).toEqual([]);
    expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
    expect(checkRig(JSON.parse(JSON.stringify(divided))).ok).toBe(true);
    expect(movedWires(divided)).toEqual([]);
  });

  test("the lines carry what the resistors take", () => {
    const { rows } = auditRig(modelOf(divided));
    // 5 V ÷ (1 kΩ + 1.8 kΩ + 25 Ω of the line)
    expect(rows.find(({ id }) => id === "output-MCU1.5")!.worst.value * 1000).toBeCloseTo(1.77, 1);
    expect(rows.some(({ id }) => /^output-R/.test(id))).toBe(false);
  });

  test("the trail goes through them, and the sketch tells of them", () => {
    const model = modelOf(divided);
    expect(
      trailOf(model, model.addresses[0]!.pip).map(({ title, detail }) => `${title}: ${detail}`),
    ).toContainEqual(
      expect.stringMatching(/^through R\d+ 1 kΩ: divided by the one to ground: 5 V come in, 3\.2 V go on$/),
    );
    expect(sketchText(writeProgram(model, buildProgram(model)).lines)).toMatch(
      /line 5 -> R\d+ 1 kohm -> U1 SER/,
    );
  });

  test("not where the board gives no more, or lines drive LEDs themselves", () => {
    expect(levelPartsProblem(slip.plan, "divider")).toMatch(/stand what the board/);
    const byLines = { scheme: "register-lines", digits: 4, digitSwitch: "transistor" } as const;
    expect(levelPartsProblem({ ...weak.plan, ...byLines }, "divider")).toMatch(/drive LEDs themselves/);
  });
});
