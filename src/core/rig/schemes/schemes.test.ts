import { asPip, asUnit } from "../../refs";
import fc from "fast-check";
import { modelOf, litBy, stateFor, pipsOf } from "../../address";
import { SEGMENTS } from "../../glyph";
import { displayPart, sheetProblem, type DisplaySheet, type LegUse } from "../../parts";
import { frameRows, glyphRows } from "../../sim";
import { DEFAULT_PLAN, planProblem, readRig, withLines, writeRig, type Plan } from "..";
import { made } from "./fixtures/every-way";

test("one slot where nothing is shared, one for each digit where segments are", () => {
  expect(modelOf(made({ digits: 4 })).slots).toHaveLength(1);
  expect(modelOf(made({ digits: 4, scheme: "two-registers" })).slots).toHaveLength(4);
  expect(modelOf(made({ digits: 8, scheme: "selector", digitSwitch: "transistor" })).slots).toHaveLength(8);
});

test("any LEDs of one digit: what is put out for them lights just them, by the wires' own encoding", () => {
  const schemes = fc.constantFrom<Partial<Plan>>(
    { scheme: "direct" },
    { scheme: "direct", polarity: "common-anode", digitSwitch: "transistor" },
    { scheme: "two-registers", digitSwitch: "darlington" },
    { scheme: "two-registers", digitSwitch: "power-register" },
    { scheme: "selector", digitSwitch: "transistor" },
    { scheme: "ring", digitSwitch: "mosfet" },
  );
  fc.assert(
    fc.property(
      schemes,
      fc.integer({ min: 1, max: 4 }),
      fc.subarray([...SEGMENTS], { minLength: 1 }),
      (plan, digit, segments) => {
        const { wired } = modelOf(made({ digits: 4, ...plan }));
        const pips = pipsOf(asUnit("DS1"), digit, segments);
        expect(litBy(wired, stateFor(wired, pips))).toEqual(pips);
      },
    ),
    { numRuns: 60 },
  );
});

test.each<[string, Partial<Plan>, RegExp]>([
  [
    "Darlingtons on common anode",
    { scheme: "direct", digits: 4, digitSwitch: "darlington", polarity: "common-anode" },
    /only pull down/,
  ],
  [
    "a ring on common anode",
    { scheme: "ring", digits: 4, digitSwitch: "transistor", polarity: "common-anode" },
    /low level/,
  ],
  ["a ring without transistors", { scheme: "ring", digits: 4 }, /1 mA/],
  ["too many lines", { scheme: "direct", digits: 8, controller: "ATtiny84" }, /16 lines.*11/],
  ["logic on a microcontroller", { scheme: "logic", polarity: "common-anode" }, /programmable logic/],
  [
    "registers on logic",
    { scheme: "register-static", controller: "FPGA-board" },
    /straight from its own lines/,
  ],
  ["a digit select for one digit", { scheme: "two-registers" }, /no digit select/],
  [
    "a 74LS47 on 3.3 V",
    { scheme: "bcd-decoder", polarity: "common-anode", controller: "RP2040-board", digits: 4 },
    /5 V/,
  ],
])("%s is refused with its reason", (_, plan, says) =>
  expect(planProblem(withLines({ ...DEFAULT_PLAN, lines: {}, ...plan }))).toMatch(says),
);

describe("a display entered leg by leg", () => {
  /** From a made-up sheet: 14 legs, three digits, a colon of its own behind the first, a degree mark behind the third. */
  const legs: LegUse[] = [
    ...(["digit-1", "f", "a", "colon", "digit-2", "b", "not-used"] as const),
    ...(["dp", "degree", "c", "g", "digit-3", "d", "e"] as const),
  ];
  const sheet = (polarity: DisplaySheet["polarity"]): DisplaySheet => ({
    polarity,
    legs,
    marks: { colon: 1, degree: 3 },
  });

  test("its LEDs run between the legs the sheet says", () => {
    const { leds, digits } = displayPart("own-display", "", "", sheet("common-cathode"));
    expect(digits).toBe(3);
    expect(leds).toHaveLength(3 * 8 + 2);
    expect(leds).toContainEqual({ digit: 2, segment: "g", anode: "11", cathode: "5" });
    expect(leds).toContainEqual({ digit: 1, segment: "colon", anode: "4", cathode: "1" });
    expect(leds).toContainEqual({ digit: 3, segment: "degree", anode: "9", cathode: "12" });
  });

  test.each(["common-cathode", "common-anode"] as const)(
    "it is driven and shows its marks, %s",
    (polarity) => {
      const plan: Partial<Plan> = {
        display: "own",
        own: sheet(polarity),
        polarity,
        scheme: "two-registers",
        digitSwitch: "transistor",
      };
      const rig = made(plan, ["1:25°", "2.3.4."]);
      expect(rig.plan.digits).toBe(3);
      expect(readRig(writeRig(rig)).ok).toBe(true);
      expect(frameRows(modelOf(rig)).map(({ text, faithful }) => [text, faithful])).toEqual([
        ["1:25°", true],
        ["2.3.4.", true],
      ]);
    },
  );

  test.each<[LegUse[], RegExp]>([
    [["a", "b", "c", "d", "e", "f", "g", "dp"], /No leg is the common/],
    [["a", "b", "c", "d", "e", "f", "g", "digit-2"], /Digit 1 has no common/],
    [["a", "b", "c", "d", "e", "f", "digit-1", "dp"], /No leg is segment g/],
  ])("a sheet that cannot be one is refused", (uses, says) =>
    expect(sheetProblem({ legs: uses })).toMatch(says),
  );
});

test("a clock display lights its colon and its degree mark, and has no points", () => {
  const rig = made({ display: "clock", digits: 4, scheme: "two-registers", digitSwitch: "transistor" }, [
    "12:30",
    "21°",
  ]);
  const model = modelOf(rig);
  expect(model.address(asPip("DS1.1.dp"))).toBeUndefined();
  expect(frameRows(model).map(({ text, faithful }) => [text, faithful])).toEqual([
    ["12:30", true],
    ["  21°", true],
  ]);
});

test("a BCD decoder shows 6 and 9 without tails, and nothing for what it has no code for", () => {
  const model = modelOf(made({ scheme: "bcd-decoder", digits: 4, digitSwitch: "transistor" }, ["12"]));
  const rows = glyphRows(
    model,
    [..."69A-"].map((glyph) => ({ glyph, point: false })),
  );
  expect(rows.map(({ shown, faithful }) => [shown.join(""), faithful])).toEqual([
    ["cdefg", true],
    ["abcfg", true],
    ["", false],
    ["", false],
  ]);
});
