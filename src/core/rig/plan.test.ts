import fc from "fast-check";
import { POLARITIES } from "../sheet";
import { easyLines, CONTROLLERS } from "../parts";
import { neighbours } from "../quantity";
import {
  DEFAULT_PLAN,
  DIGIT_COUNTS,
  DIGIT_SWITCHES,
  SCHEMES,
  controllerById,
  digitCount,
  dotModules,
  driverChipOf,
  laidOut,
  ledValues,
  lineUses,
  newRig,
  partOf,
  planProblem,
  rigSummary,
  partsList,
  unitValue,
  legTitle,
  usualLevel,
  usualOhms,
  usualScan,
  withController,
  withLines,
  type LayoutChoice,
  type Plan,
  asLeg,
  asUnit,
} from ".";

const red = ledValues("red");
/** Any way to drive any number of digits from any board that can be laid. */
const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    scheme: fc.constantFrom(...SCHEMES),
    digits: fc.constantFrom(...DIGIT_COUNTS),
    polarity: fc.constantFrom(...POLARITIES),
    digitSwitch: fc.constantFrom(...DIGIT_SWITCHES),
    controller: fc.constantFrom(...CONTROLLERS.map(({ id }) => id)),
    resistors: fc.constantFrom("per-segment" as const, "common" as const),
  })
  .map((some): Plan => ({ ...DEFAULT_PLAN, ...some, lines: {} }))
  .filter((plan) => planProblem(plan) === undefined);
const rigOf = (plan: Plan) =>
  newRig({ id: "r", name: "R" }, withLines(plan), { ohms: usualOhms(plan, red), led: red });

describe("lines", () => {
  test("every use of a plan that can be laid has a line of its own that can be used", () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { lines } = withLines(plan);
        const board = controllerById(plan.controller);
        const usable = board.lines.filter(({ unusable }) => !unusable).map(({ leg }) => leg);
        expect(Object.keys(lines)).toEqual(lineUses(plan));
        expect(new Set(Object.values(lines)).size).toBe(lineUses(plan).length);
        expect(usable).toEqual(expect.arrayContaining(Object.values(lines)));
        // What is only awkward is taken last.
        const easy = new Set(easyLines(board));
        if (lineUses(plan).length <= easy.size)
          for (const line of Object.values(lines)) expect(easy.has(line!)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });

  test("on another board and back the lines are as they were given out, and given out twice they stay", () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const whole = withLines(plan);
        expect(withLines(whole)).toEqual(whole);
      }),
    );
    const there = withController(withLines(DEFAULT_PLAN), "ESP32-module");
    expect(Object.values(there.lines)).not.toContain("5");
    expect(there.controller).toBe("ESP32-module");
  });
});

describe("what keeps a plan from being laid", () => {
  test.each<[string, Partial<Plan>, string]>([
    [
      "logic in front of a processor's ways",
      { controller: "FPGA-board" },
      "programmable logic drives the digits straight from its own lines",
    ],
    ["a way for logic on a processor", { scheme: "logic" }, "it needs a board with programmable logic"],
    [
      "sixteen digits without a driver chip",
      { scheme: "two-registers", digits: 16 },
      "it reaches to 8 digits: more take driver chips in a chain",
    ],
    [
      "more lines than there are",
      { scheme: "direct", digits: 8, controller: "ATtiny84" },
      "it takes 16 lines, and this board has 11 that can be used",
    ],
    [
      "Darlingtons over anodes",
      { scheme: "two-registers", digits: 4, digitSwitch: "darlington", polarity: "common-anode" },
      "Darlington sinks only pull down: they need a common-cathode display",
    ],
    [
      "open drains over anodes",
      { scheme: "two-registers", digits: 4, digitSwitch: "power-register", polarity: "common-anode" },
      "open-drain sinks only pull down: they need a common-cathode display",
    ],
    [
      "a power register at 3.3 V",
      { scheme: "two-registers", digits: 4, digitSwitch: "power-register", controller: "ESP32-module" },
      "the power register works from 4.5 V on: it needs a 5 V board",
    ],
    [
      "a power register where there is no second one",
      { scheme: "direct", digits: 2, digitSwitch: "power-register" },
      "a power register as digit switch belongs to two registers",
    ],
    [
      "a digit select for one digit",
      { scheme: "two-registers", digits: 1 },
      "one digit needs no digit select",
    ],
  ])("%s: %o", (_, some, problem) => {
    expect(planProblem({ ...DEFAULT_PLAN, ...some, lines: {} })).toBe(problem);
  });
});

describe("usual values", () => {
  test("resistors can be bought, and a drop that leaves less takes a smaller one", () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.constantFrom("red" as const, "blue" as const, "yellow-green" as const),
        (plan, colour) => {
          const led = ledValues(colour);
          const ohms = usualOhms(plan, led);
          expect(neighbours("E12", ohms).below).toBe(ohms);
          expect(ohms).toBeGreaterThanOrEqual(10);
          expect(usualOhms(plan, ledValues("blue"))).toBeLessThanOrEqual(usualOhms(plan, red));
        },
      ),
      { numRuns: 150 },
    );
  });

  test("a rig that is laid has exactly the digits that were asked for, whatever drives them", () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const rig = rigOf(plan);
        const digits = rig.units.reduce((sum, unit) => {
          const part = partOf(unit);
          return sum + (part.kind === "display" ? part.digits : 0);
        }, 0);
        expect(digits).toBe(digitCount(plan));
      }),
      { numRuns: 60 },
    );
  });

  test("a driver chip begins at half its brightness, a logic board with its divider, many digits with short slots", () => {
    const chip = driverChipOf("max7219")!;
    expect(usualLevel(chip)).toBe(8);
    expect(usualScan({ scheme: "max7219", digits: 8 })).toMatchObject({ level: 8, school: "loop" });
    expect(usualScan({ scheme: "logic", digits: 4 })).toMatchObject({ school: "divider", on: [2000] });
    expect(usualScan({ scheme: "two-registers", digits: 8 }).on).toEqual([900]);
    expect(usualScan({ scheme: "two-registers", digits: 4 })).not.toHaveProperty("level");
  });
});

describe("modules that stand in rows", () => {
  const anyLayout: fc.Arbitrary<LayoutChoice> = fc.record({
    across: fc.integer({ min: 1, max: 8 }),
    from: fc.constantFrom(
      "top-left" as const,
      "top-right" as const,
      "bottom-left" as const,
      "bottom-right" as const,
    ),
    backAndForth: fc.boolean(),
    orientation: fc.record({
      turn: fc.constantFrom(0, 90, 180, 270) as fc.Arbitrary<0>,
      mirrored: fc.boolean(),
    }),
  });
  const modules = (count: number, columns: number) =>
    Array.from({ length: count }, (_, at) => ({ unit: asUnit(`DS${at + 1}`), rows: 8, columns }));

  test("never lie over one another, and fill the rectangle but for what is left of the last row", () => {
    fc.assert(
      fc.property(
        anyLayout,
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(8, 16),
        (choice, count, columns) => {
          const places = laidOut(modules(count, columns), choice);
          const [width, height] = choice.orientation.turn % 180 ? [8, columns] : [columns, 8];
          expect(new Set(places.map(({ x, y }) => `${x},${y}`)).size).toBe(count);
          const inRow = Math.min(choice.across, count);
          for (const { x, y } of places) {
            expect([x % width!, y % height!]).toEqual([0, 0]);
            expect(x).toBeLessThan(inRow * width!);
            expect(y).toBeLessThan(Math.ceil(count / inRow) * height!);
          }
          const corner = places[0]!;
          expect(corner.x === 0).toBe(choice.from.endsWith("left") || inRow === 1);
          expect(corner.y === 0).toBe(choice.from.startsWith("top") || Math.ceil(count / inRow) === 1);
        },
      ),
      { numRuns: 200 },
    );
  });

  test("run back in every second row where they are said to", () => {
    const straight = {
      across: 2,
      from: "top-left" as const,
      orientation: { turn: 0 as const, mirrored: false },
    };
    const xs = (backAndForth: boolean) =>
      laidOut(modules(6, 8), { ...straight, backAndForth }).map(({ x }) => x);
    expect(xs(false)).toEqual([0, 8, 0, 8, 0, 8]);
    expect(xs(true)).toEqual([0, 8, 8, 0, 0, 8]);
    expect(laidOut([], { ...straight, backAndForth: true })).toEqual([]);
  });

  test("are the displays of dots of a rig, and no digits", () => {
    const sign = rigOf({
      ...DEFAULT_PLAN,
      scheme: "max7219",
      display: "dots",
      module: "8x8",
      digits: 16,
      lines: {},
    });
    expect(dotModules(sign.units)).toEqual([
      { unit: "DS1", rows: 8, columns: 8 },
      { unit: "DS2", rows: 8, columns: 8 },
    ]);
    expect(dotModules(rigOf({ ...DEFAULT_PLAN, lines: {} }).units)).toEqual([]);
  });
});

describe("names", () => {
  const rig = rigOf({ ...DEFAULT_PLAN, lines: {} });
  test.each([
    ["U1.15", "letters", "U1 QA, leg 15"],
    ["U1.15", "numbers", "U1 Q0, leg 15"],
    ["DS1.7", "letters", "DS1 a, leg 7"],
    ["R1.1", "letters", "R1 end 1"],
    ["MCU1.5", "letters", "board line 5"],
    ["MCU1.GND1", "letters", "board GND"],
  ] as const)("%s by %s is %s", (leg, by, title) => {
    expect(legTitle(rig, asLeg(leg), by)).toBe(title);
  });

  test("a leg of no unit is a bug, and said to be", () => {
    expect(() => legTitle(rig, asLeg("U7.1"), "letters")).toThrow("no unit U7 in the rig");
  });

  test("the drawer's list counts every part once, the same ones together", () => {
    const list = partsList(rig);
    expect(list.reduce((sum, { count }) => sum + count, 0)).toBe(rig.units.length);
    expect(list.flatMap(({ refs }) => refs).sort()).toEqual(rig.units.map(({ ref }) => ref).sort());
    const resistors = list.find(({ refs }) => refs.includes("R1"))!;
    expect(resistors.count).toBe(8);
    expect(resistors.what).toMatch(/ Ω$/);
    for (const { count, refs } of list) expect(refs).toHaveLength(count);
  });

  test("values carry their unit; what has none says nothing", () => {
    expect(unitValue({ ref: asUnit("R1"), part: "resistor", ohms: 4700 })).toBe("4.7 kΩ");
    expect(unitValue({ ref: asUnit("C1"), part: "capacitor", farads: 1e-7 })).toBe("100 nF");
    expect(unitValue({ ref: asUnit("PS1"), part: "supply", volts: 5 })).toBe("5 V");
    expect(unitValue({ ref: asUnit("U1"), part: "74HC595" })).toBeUndefined();
  });

  test("a rig in a line: display, chips, board", () => {
    expect(rigSummary(rig)).toMatch(/74HC595 · ATmega328P board$/);
    expect(rigSummary(rigOf({ ...DEFAULT_PLAN, scheme: "direct", lines: {} }))).toMatch(
      /straight from lines · ATmega328P board$/,
    );
    expect(rigSummary(rigOf({ ...DEFAULT_PLAN, digits: 4, lines: {} }))).toMatch(/4 × 74HC595/);
  });
});
