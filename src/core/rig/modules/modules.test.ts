import { buildProgram, sketchText, writeSketch } from "../../program";
import { compiledCalls } from "../../program/fixtures/compiled";
import { modelOf } from "../../address";
import { USUAL_TEXT_SCENE } from "../../dots";
import { signRun } from "../../show";
import {
  DEFAULT_PLAN,
  MODULES,
  USUAL_SHOW,
  checkRig,
  insideWires,
  ledValues,
  moduleByKind,
  newRig,
  outsideOf,
  planProblem,
  relay,
  sheetOfPlan,
  withBoards,
  withController,
  withLines,
  withModule,
  withoutModule,
  type Rig,
} from "..";
import { checkAtOnce } from "../../check";
import { frameRows } from "../../sim";
import {
  bytesHighFirst,
  bytesLowFirst,
  highFirst,
  lowFirst,
  ramOfCommands,
  ramOnBus,
  registersOfChain,
  selected,
  twoLines,
} from "./fixtures/heard";

const KINDS = MODULES.map(({ bought: { kind } }) => kind!);

const rigOf = (kind: string, text: string, boards = 1): Rig => {
  const sheet = moduleByKind(kind);
  const plan = withModule({ ...DEFAULT_PLAN, lines: {} }, sheet, boards);
  return newRig(
    {
      id: "r",
      name: "R",
      show: { ...USUAL_SHOW, mode: "hold", texts: [text], hold: text },
      sign: {
        modules: [],
        fonts: {},
        scenes: [{ ...USUAL_TEXT_SCENE, text, font: "narrow", motion: "hold", align: "left" }],
      },
    },
    plan,
    { ohms: 470, led: ledValues(sheet.colour) },
  );
};

/** Segment patterns as the facts list them, `a` lowest. */
const GLYPHS: Readonly<Record<string, number>> = {
  "0": 0x3f, "1": 0x06, "2": 0x5b, "3": 0x4f, "4": 0x66, "5": 0x6d, "6": 0x7d, "7": 0x07, "8": 0x7f, "9": 0x6f,
}; // prettier-ignore
const patterns = (digits: string): number[] => [...digits].map((digit) => GLYPHS[digit]!);
/** The same in the order of a chip whose highest bits are the point and then `a`. */
const turned = (pattern: number): number =>
  Array.from({ length: 7 }, (_, at) => ((pattern >> at) & 1) << (6 - at)).reduce(
    (sum, bit) => sum | bit,
    pattern & 0x80,
  );

/** Rows of the picture a rig is to show, its left column first. */
function pictureOf(rig: Rig, width: number): number[][] {
  const bitmap = signRun(rig, width, 8).frames[0]!.bitmap();
  const rows = Array.from({ length: 8 }, (_, y) => [...bitmap.dots.slice(y * width, (y + 1) * width)]);
  expect(rows.flat().filter(Boolean).length).toBeGreaterThan(8);
  return rows;
}

describe("a sketch for a module, compiled and run, is heard by its chip as its board is built", () => {
  const calls = (rig: Rig) => compiledCalls(rig, 20_000, buildProgram(modelOf(rig)));
  const lines = (rig: Rig) => {
    const of = (use: "data" | "clock" | "latch") => Number(rig.plan.lines[use]!.replace("A", "1"));
    return { data: of("data"), clock: of("clock"), select: rig.plan.lines.latch ? of("latch") : -1 };
  };
  const ofTwoWires = (rig: Rig) =>
    ramOfCommands(bytesLowFirst(twoLines(calls(rig), lines(rig).data, lines(rig).clock)));
  const ofThreeWires = (rig: Rig) => ramOfCommands(selected(calls(rig), lines(rig)).map(lowFirst));
  const onBus = (rig: Rig, address = 0x70) =>
    ramOnBus(bytesHighFirst(twoLines(calls(rig), lines(rig).data, lines(rig).clock)), address);
  const ofChain = (rig: Rig, chips: number) => registersOfChain(selected(calls(rig), lines(rig)), chips);

  test("four digits and colon on a TM1637: bit 7 of the second is the colon", () => {
    const [one, two, three, four] = patterns("1234");
    expect(ofTwoWires(rigOf("digits-4-colon-tm1637", "12:34")).slice(0, 4)).toEqual([
      one,
      two! | 0x80,
      three,
      four,
    ]);
  });

  test("four digits with points on a TM1637", () => {
    const [one, two, three, four] = patterns("1234");
    expect(ofTwoWires(rigOf("digits-4-tm1637", "123.4")).slice(0, 4)).toEqual([
      one,
      two,
      three! | 0x80,
      four,
    ]);
  });

  test("six digits on a TM1637: from the left on grids 3, 2, 1, 6, 5, 4", () => {
    const ram = ofTwoWires(rigOf("digits-6-tm1637", "123456"));
    expect([3, 2, 1, 6, 5, 4].map((grid) => ram[grid - 1])).toEqual(patterns("123456"));
  });

  test("eight digits, lamps and keys on a TM1638: even addresses are digits, bit 0 of odd ones their lamps", () => {
    const ram = ofThreeWires(rigOf("digits-8-lamps-keys-tm1638", "12*345678"));
    expect(Array.from({ length: 8 }, (_, at) => ram[at * 2])).toEqual(patterns("12345678"));
    expect(Array.from({ length: 8 }, (_, at) => ram[at * 2 + 1]! & 1)).toEqual([0, 1, 0, 0, 0, 0, 0, 0]);
  });

  test("eight digits and sixteen keys on a TM1638: one digit is spread over eight addresses", () => {
    const ram = ofThreeWires(rigOf("digits-8-keys-16-tm1638", "12345678"));
    const digit = (at: number) =>
      Array.from({ length: 8 }, (_, segment) => ((ram[segment * 2]! >> at) & 1) << segment).reduce(
        (sum, bit) => sum | bit,
      );
    expect(Array.from({ length: 8 }, (_, at) => digit(at))).toEqual(patterns("12345678"));
  });

  test("four digits and colon on an HT16K33: digits on COM0, 1, 3 and 4, the colon bit 1 of COM2", () => {
    const ram = onBus(rigOf("digits-4-colon-ht16k33", "12:34"));
    expect([0, 1, 3, 4].map((com) => ram[com * 2])).toEqual(patterns("1234"));
    expect(ram[4]! & 2).toBe(2);
    expect(onBus(rigOf("digits-4-colon-ht16k33", "1234"))[4]! & 2).toBe(0);
  });

  test("two of them on one bus: each hears its own address", () => {
    const both = rigOf("digits-4-colon-ht16k33", "12345678", 2);
    expect([0, 1, 3, 4].map((com) => onBus(both, 0x70)[com * 2])).toEqual(patterns("1234"));
    expect([0, 1, 3, 4].map((com) => onBus(both, 0x71)[com * 2])).toEqual(patterns("5678"));
  });

  test.each([
    ["dots-ht16k33", 0],
    ["dots-rotated-ht16k33", 7],
  ])("%s: a row of dots a common, column by column", (kind, by) => {
    const rig = rigOf(kind, "H");
    const ram = onBus(rig);
    const seen = Array.from({ length: 8 }, (_, y) =>
      Array.from({ length: 8 }, (_, x) => (ram[y * 2]! >> ((x + by) % 8)) & 1),
    );
    expect(seen).toEqual(pictureOf(rig, 8));
  });

  test("16 × 8 dots on an HT16K33: the right block in the odd addresses", () => {
    const rig = rigOf("dots-16-ht16k33", "Hai");
    const ram = onBus(rig);
    const seen = Array.from({ length: 8 }, (_, y) =>
      Array.from({ length: 16 }, (_, x) => (ram[y * 2 + (x >> 3)]! >> (x & 7)) & 1),
    );
    expect(seen).toEqual(pictureOf(rig, 16));
  });

  const dotsOf = (chips: readonly number[][]): number[][] =>
    Array.from({ length: 8 }, (_, y) =>
      chips.flatMap((registers) => Array.from({ length: 8 }, (_, x) => (registers[y + 1]! >> (7 - x)) & 1)),
    );

  test("8 × 8 dots on a MAX7219: a row a digit register, its left dot highest", () => {
    const rig = rigOf("dots-max7219", "H");
    expect(dotsOf(ofChain(rig, 1))).toEqual(pictureOf(rig, 8));
  });

  test.each([1, 2])(
    "four blocks in a row, %d such boards: the block beside the input is the right one",
    (boards) => {
      const text = boards === 1 ? "Hello" : "Hello, you";
      const rig = rigOf("dots-4-max7219", text, boards);
      const chips = ofChain(rig, 4 * boards);
      expect(dotsOf([...chips].reverse())).toEqual(pictureOf(rig, 32 * boards));
    },
  );

  test("eight digits on a MAX7219: register 1 is the rightmost digit", () => {
    const [chip] = ofChain(rigOf("digits-8-max7219", "1234567.8"), 1);
    const expected = patterns("12345678").map((pattern, at) => turned(at === 6 ? pattern | 0x80 : pattern));
    expect([8, 7, 6, 5, 4, 3, 2, 1].map((register) => chip![register])).toEqual(expected);
  });

  test.each([
    ["digits-8-74hc595", "12345678"],
    ["digits-4-74hc595", "1234"],
    ["shield-4-74hc595", "1234"],
  ])("%s: first the byte of the segments, low to light, then the digit's bit", (kind, text) => {
    const frames = selected(calls(rigOf(kind, text)), lines(rigOf(kind, text))).map(highFirst);
    const shown = new Map(
      frames.filter(([, digit]) => digit! > 0).map(([segments, digit]) => [digit!, ~segments! & 0xff]),
    );
    expect([...shown].sort(([one], [other]) => one - other)).toEqual(
      patterns(text).map((pattern, at) => [1 << at, pattern]),
    );
  });
});

describe("a module in a rig", () => {
  test.each(KINDS)(
    "%s: reads back, lights every LED, shows its text, and is wired by its header alone",
    (kind) => {
      const rig = rigOf(kind, "12");
      expect(checkRig(JSON.parse(JSON.stringify(rig)))).toMatchObject({ ok: true });
      const model = modelOf(rig);
      expect(model.addresses.filter(({ verdict }) => verdict.kind !== "driven")).toEqual([]);
      expect(checkAtOnce(model).filter(({ severity }) => severity === "fault")).toEqual([]);
      if (!rig.sign?.modules.length) expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
      const outer = outsideOf(rig);
      expect(outer.units.map(({ ref }) => ref)).toEqual(["MCU1", "M1"]);
      // Supply, ground and each line: one lead each.
      expect(outer.wires).toHaveLength(2 + Object.keys(rig.plan.lines).length);
      expect(outer.wires.length + insideWires(rig).length).toBe(rig.wires.length);
    },
  );

  test("boards that hand on are strung together, and take power from the one before", () => {
    const { wires } = outsideOf(rigOf("dots-4-max7219", "12", 2));
    expect(wires.filter(({ from }) => from.startsWith("M1.")).map(({ to }) => to)).toEqual([
      "M2.1",
      "M2.2",
      "M2.3",
      "M2.5",
      "M2.4",
    ]);
  });

  test("chips with a bus address hang side by side, strapped one after the other", () => {
    const rig = rigOf("digits-4-colon-ht16k33", "12345678", 2);
    expect(modelOf(rig).encoding.buses).toMatchObject([{ units: ["U1", "U2"], addresses: [0x70, 0x71] }]);
  });

  test.each<[string, number, RegExp | undefined]>([
    ["digits-4-colon-tm1637", 2, /no output for a next one/],
    ["digits-8-74hc595", 2, /no output for a next one/],
    ["digits-8-max7219", 3, undefined],
    ["digits-4-colon-ht16k33", 8, undefined],
    ["digits-4-colon-ht16k33", 9, /64|reaches|32/],
  ])("%s, %d of them: %s", (kind, boards, problem) => {
    const plan = withLines(withModule({ ...DEFAULT_PLAN, lines: {} }, moduleByKind(kind), boards));
    if (problem) expect(planProblem(plan)).toMatch(problem);
    else expect(planProblem(plan)).toBeUndefined();
  });

  test("what is on its board stays when the controller changes, and goes when it is built from bare parts", () => {
    const rig = rigOf("digits-8-max7219", "12");
    const moved = relay(rig, withController(rig.plan, "ESP32-module"));
    expect(moved.plan.bought).toEqual(rig.plan.bought);
    expect(moved.units.find(({ ref }) => ref === "R1")?.ohms).toBe(10_000);
    const bare = relay(rig, withoutModule(rig.plan));
    expect(bare.units.some(({ part, inside }) => part === "module" || inside !== undefined)).toBe(false);
    expect(outsideOf(bare)).toBe(bare);
  });

  test("another way to drive the digits leaves the board behind", () => {
    const rig = rigOf("digits-8-max7219", "12");
    expect(relay(rig, { ...rig.plan, scheme: "tm1638" }).plan.bought).toBeUndefined();
  });

  test("the shield sits on the lines its pins are named after, and leaves alone those its other parts take", () => {
    const sheet = moduleByKind("shield-4-74hc595");
    expect(withLines(withModule(DEFAULT_PLAN, sheet)).lines).toEqual({ data: "8", clock: "7", latch: "4" });
    const elsewhere = withLines({ ...withModule(DEFAULT_PLAN, sheet), lines: {} });
    expect(Object.values(elsewhere.lines).filter((line) => sheet.bought.keeps!.includes(line!))).toEqual([]);
  });

  test.each(KINDS)("%s: its sheet can be taken from a rig again", (kind) => {
    const sheet = moduleByKind(kind);
    expect(sheetOfPlan(withModule(DEFAULT_PLAN, sheet), sheet.colour)).toEqual(sheet);
  });

  test("another number of boards keeps the text", () => {
    const rig = rigOf("digits-8-max7219", "12");
    const two = relay(rig, withBoards(rig.plan, 2));
    expect(modelOf(two).digits).toHaveLength(16);
    expect(two.show.hold).toBe("12");
  });

  test.each<[string, (rig: Rig) => unknown, string]>([
    [
      "a module without a header",
      (rig) => ({ ...rig, units: rig.units.map((unit) => ({ ...unit, module: undefined })) }),
      "units[1].module",
    ],
    [
      "a board nobody knows",
      (rig) => ({ ...rig, units: rig.units.map((unit) => (unit.inside ? { ...unit, inside: "M7" } : unit)) }),
      "units[2].inside",
    ],
    [
      "a pin that is not there",
      (rig) => ({ ...rig, wires: [{ ...rig.wires[0]!, to: "M1.19" }, ...rig.wires.slice(1)] }),
      "wires[0].to",
    ],
  ])("%s is refused with its place", (_, broken, path) => {
    const read = checkRig(JSON.parse(JSON.stringify(broken(rigOf("digits-8-max7219", "12")))));
    expect(read).toMatchObject({ ok: false });
    expect(!read.ok && read.problems.map((problem) => problem.path)).toContain(path);
  });
});

describe("what a sketch says of the wiring of a module", () => {
  const said = (rig: Rig) => {
    const model = modelOf(rig);
    const lines = sketchText(writeSketch(model, buildProgram(model))).split("\n");
    const start = lines.indexOf("// Wiring:") + 1;
    return lines.slice(
      start,
      lines.findIndex((line, at) => at >= start && !line.startsWith("//  ")),
    );
  };

  test("the leads of its header, and nothing of its inside", () =>
    expect(said(rigOf("digits-8-max7219", "12"))).toEqual([
      "//   M1 is eight digits on a MAX7219",
      "//   5 V -> M1 VCC (pin 1)",
      "//   GND -> M1 GND (pin 2)",
      "//   line 2 -> M1 DIN (pin 3)",
      "//   line 3 -> M1 CLK (pin 5)",
      "//   line 4 -> M1 CS (pin 4)",
    ]));

  test("of several on one bus each one's address", () =>
    expect(said(rigOf("digits-4-colon-ht16k33", "12345678", 2)).slice(-2)).toEqual([
      "//   U1 has bus address 0x70",
      "//   U2 has bus address 0x71",
    ]));
});
