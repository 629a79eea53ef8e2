import { gridOf, modelOf, pictureOf } from "../address";
import { USUAL_TEXT_SCENE, bitmapRows, type TextScene } from "../dots";
import { buildProgram } from "../program";
import {
  DEFAULT_PLAN,
  dotModules,
  laidOut,
  ledValues,
  newRig,
  planProblem,
  readRig,
  writeRig,
  type LayoutChoice,
  type Plan,
  type Rig,
} from "../rig";
import { decodeCapture, guessMapping, surveyCapture, vcdOf, wantedLines } from "../trace";
import { Simulation, recordFace } from ".";

const PLAN: Plan = { ...DEFAULT_PLAN, display: "dots", module: "8x8", scheme: "max7219", digits: 8 };

function signRig(plan: Partial<Plan>, scene: Partial<TextScene>, layout?: LayoutChoice): Rig {
  const rig = newRig(
    { id: "sign", name: "sign" },
    { ...PLAN, ...plan },
    { ohms: 220, led: ledValues("red") },
  );
  const modules = layout ? laidOut(dotModules(rig.units), layout) : rig.sign!.modules;
  return { ...rig, sign: { modules, fonts: {}, scenes: [{ ...USUAL_TEXT_SCENE, ...scene }] } };
}

const CATHODE = { polarity: "common-cathode" } as const;
const ANODE = { polarity: "common-anode" } as const;

test.each<[string, Partial<Plan>]>([
  ["a chain of four MAX7219", { digits: 32 }],
  ["MAX7219 with 5 × 7 modules", { digits: 14, module: "5x7" }],
  ["HT16K33 with two modules", { scheme: "ht16k33", digits: 16 }],
  ["HT16K33 with 16 × 8 dots", { scheme: "ht16k33", module: "16x8" }],
  ["TM1638", { scheme: "tm1638" }],
  ["two registers and transistors", { scheme: "two-registers", digitSwitch: "transistor", ...CATHODE }],
  ["two registers the other way round", { scheme: "two-registers", digitSwitch: "transistor", ...ANODE }],
  ["a power register for the rows", { scheme: "two-registers", digitSwitch: "power-register", ...CATHODE }],
  ["a decoder and transistors", { scheme: "selector", digitSwitch: "transistor", ...ANODE }],
  ["a ring", { scheme: "ring", digitSwitch: "transistor", ...CATHODE }],
  ["lines alone", { scheme: "direct" }],
  ["5 × 7 from lines", { scheme: "direct", digits: 7, module: "5x7", ...ANODE }],
  ["a register and lines", { scheme: "register-lines", digitSwitch: "mosfet", ...CATHODE }],
  [
    "a module whose legs were entered one by one",
    {
      scheme: "two-registers",
      digitSwitch: "transistor",
      display: "own",
      own: {
        polarity: "common-cathode",
        legs: ["c3", "digit-2", "c1", "not-used", "digit-1", "c2", "digit-3", "c4"],
      },
      ...CATHODE,
    },
  ],
  ["logic", { scheme: "logic", controller: "FPGA-board", digitSwitch: "transistor", ...ANODE }],
])("%s: every dot of a picture is lit, and no other", (_, plan) => {
  const rig = signRig(plan, { text: "Ra", motion: "hold", align: "left" });
  expect(planProblem(rig.plan)).toBeUndefined();
  const read = readRig(writeRig(rig));
  expect(read).toEqual({ ok: true, rig });
  const model = modelOf(rig);
  expect(model.addresses.filter(({ verdict }) => verdict.kind !== "driven")).toEqual([]);
  const program = buildProgram(model);
  const simulation = new Simulation(model, program);
  simulation.advanceTo(300e6);
  simulation.look();
  simulation.advanceTo(700e6);
  const { pips } = simulation.look();
  const most = Math.max(...pips.map(({ current }) => current));
  const shown = pictureOf(model, gridOf(model)!, (index) => pips[index]!.current > most * 0.2);
  expect(bitmapRows(shown)).toEqual(bitmapRows(program.frames[0]!.bitmap!()));
});

test.each<[Partial<Plan>, RegExp]>([
  [{ scheme: "register-static" }, /rows have to take turns/],
  [{ scheme: "bcd-decoder" }, /decoder of numbers/],
  [{ scheme: "tm1637", ...ANODE }, /6 outputs for 8 rows/],
  [{ scheme: "two-registers", digits: 40, digitSwitch: "transistor" }, /4 modules/],
  [{ scheme: "max7219", module: "16x8" }, /8 outputs for 16 columns/],
  [{ scheme: "max7219", digits: 65 * 8 }, /512/],
])("what cannot be is refused: %j", (plan, says) => expect(planProblem({ ...PLAN, ...plan })).toMatch(says));

const LAYOUTS: LayoutChoice[] = [
  { across: 4, from: "top-right", backAndForth: false, orientation: { turn: 90, mirrored: true } },
  { across: 2, from: "bottom-left", backAndForth: true, orientation: { turn: 180, mirrored: false } },
];

test.each(LAYOUTS)("turned modules in a chain from elsewhere show what they should: %j", (layout) => {
  const rig = signRig({ digits: 32 }, { text: "Ti", motion: "hold" }, layout);
  expect(recordFace(modelOf(rig), 1e9).at(-1)!.text).toBe("Ti");
});

async function linesOf(rig: Rig, until: number) {
  const file = new Blob([...vcdOf(rig, until)]);
  const read = await surveyCapture(file);
  if (!read.ok) throw new Error(read.message);
  const { survey } = read;
  const guesses = guessMapping(wantedLines(modelOf(rig)), survey);
  const mapping = Object.fromEntries(
    guesses.flatMap(({ line, signal }) => (signal === undefined ? [] : [[line, signal]])),
  );
  const { lines } = await decodeCapture(rig, file, mapping);
  return lines.map(({ text, moved }) => [text, moved]);
}

test("a capture of a text that runs across turned modules reads as its words", async () => {
  const rig = signRig({ digits: 32 }, { text: "FLOOD 3.1 m", step: 40 }, LAYOUTS[0]);
  expect(await linesOf(rig, 6e9)).toContainEqual(["FLOOD 3.1 m", "left"]);
});

test("a capture of rows that take turns is read over whole turns", async () => {
  const rig = signRig(
    { scheme: "two-registers", digitSwitch: "transistor", controller: "ESP32-module" },
    { text: "A\n7", motion: "lines", pause: 400 },
  );
  const lines = await linesOf(rig, 1.6e9);
  expect(lines.map(([text]) => text)).toEqual(expect.arrayContaining(["A", "7"]));
});
