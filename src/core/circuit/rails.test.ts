import fc from "fast-check";
import { demoRig } from "@/demo";
import { modelOf, type RigModel } from "../address";
import { HIGH, LOW, OPEN, type Level } from "../level";
import {
  DEFAULT_PLAN,
  asPip,
  asUnit,
  digitOf,
  isOnDigit,
  ledValues,
  newRig,
  relay,
  splitPipId,
  type Plan,
} from "../rig";
import {
  circuitOf,
  currentFigures,
  pipsIn,
  pointWith,
  scannedChips,
  slotCurrents,
  solveNetwork,
  supplyNetOf,
  type BipolarBranch,
} from ".";

const rigOf = (plan: Partial<Plan>, ohms = 330) =>
  newRig({ id: "r", name: "R" }, { ...DEFAULT_PLAN, lines: {}, ...plan }, { ohms, led: ledValues("red") });
const groundNet = (model: RigModel): number => model.nets.of("MCU1.GND1" as never).id;

describe("what is taken from the rails", () => {
  const ways: Array<[string, Partial<Plan>]> = [
    ["a register on cathodes", {}],
    ["a register on anodes", { polarity: "common-anode" }],
    ["one resistor in the common leg", { resistors: "common" }],
    ["transistors under the digits", { scheme: "two-registers", digits: 4, digitSwitch: "transistor" }],
    [
      "transistors over the digits",
      { scheme: "two-registers", digits: 4, digitSwitch: "transistor", polarity: "common-anode" },
    ],
    ["MOSFETs", { scheme: "two-registers", digits: 4, digitSwitch: "mosfet" }],
    [
      "MOSFETs over the digits",
      { scheme: "two-registers", digits: 4, digitSwitch: "mosfet", polarity: "common-anode" },
    ],
    ["Darlingtons", { scheme: "two-registers", digits: 4, digitSwitch: "darlington" }],
    ["lines alone", { scheme: "direct" }],
  ];

  test.each(ways)(
    "%s: whatever the outputs do, as much comes from the supply as goes to ground",
    (_, plan) => {
      const model = modelOf(rigOf(plan));
      const circuit = circuitOf(model);
      const supply = supplyNetOf(model, asUnit("MCU1"))!;
      const levels = fc.array(fc.constantFrom<Level>(LOW, HIGH, OPEN), {
        minLength: circuit.outputs.length,
        maxLength: circuit.outputs.length,
      });
      fc.assert(
        fc.property(levels, (given) => {
          const point = circuit.solve(given);
          const from = circuit.takenFrom(supply, point);
          // Outputs that are low sink into their chip's ground leg, which is no part of what is solved.
          const sunk = [...point.drives.values()].reduce((sum, current) => sum + Math.max(0, -current), 0);
          const toGround = -circuit.takenFrom(groundNet(model), point);
          expect(from).toBeCloseTo(toGround + sunk, 3);
          expect(from).toBeGreaterThanOrEqual(-1e-6);
        }),
        { numRuns: 40 },
      );
    },
  );

  test("of a net that is no rail nothing is known", () => {
    const model = modelOf(rigOf({}));
    const circuit = circuitOf(model);
    const point = pointWith(model, new Set(pipsIn(model, model.digits)));
    expect(circuit.takenFrom(-1, point)).toBe(0);
    const lit = [...point.leds.values()].reduce((sum, current) => sum + current, 0);
    expect(circuit.takenFrom(supplyNetOf(model, asUnit("U1"))!, point)).toBeCloseTo(lit, 3);
  });
});

describe("a digit that a chip scans by itself", () => {
  test.each(["tm1637", "tm1638", "ht16k33"] as const)(
    "%s: a 1 and an 8 are those of the first digit",
    (scheme) => {
      const demo = demoRig("oar-rack");
      const plan = {
        ...demo.plan,
        scheme,
        digits: 4,
        polarity: scheme === "tm1637" ? "common-anode" : "common-cathode",
        lines: {},
      } as const;
      const model = modelOf(relay(demo, plan));
      const [first] = model.digits;
      const chip = scannedChips(model).find(({ leds }) => leds.some(({ pip }) => isOnDigit(pip, first!)))!;
      const glyph = (segments: string) =>
        Math.max(
          ...slotCurrents(
            chip,
            chip.leds.filter(
              ({ pip }) => isOnDigit(pip, first!) && segments.includes(splitPipId(pip).segment),
            ),
          ),
        );
      const { inOne, inEight, pips } = currentFigures(model);
      expect(inOne).toBeCloseTo(glyph("bc"), 9);
      expect(inEight).toBeCloseTo(glyph("abcdefg"), 9);
      expect(inOne).toBeGreaterThan(inEight);
      // A digit's leg is shared: all lit together each gets less than alone, in every digit.
      for (const { alone, together } of pips.values()) expect(alone).toBeGreaterThan(together);
      expect(new Set([...pips.keys()].map(digitOf)).size).toBe(4);
    },
  );
});

describe("a transistor that is still on though its drive has gone", () => {
  const NPN = { baseDrop: 0.7, baseSlope: 5, gain: 150, saturation: 0.08, saturationSlope: 1.2 };
  const held = (collectorVolts: number, values: Partial<BipolarBranch> = {}) =>
    solveNetwork({
      nodes: 4,
      fixed: new Map([
        [0, 0],
        [1, collectorVolts],
      ]),
      resistors: [{ id: "RC", from: 1, to: 3, ohms: 100 }],
      leds: [],
      drives: [{ id: "base", node: 2, volts: 0, ohms: 50 }],
      bipolars: [
        { id: "Q", type: "npn", base: 2, collector: 3, emitter: 0, stored: true, ...NPN, ...values },
      ],
    }).transistors.get("Q")!;

  test.each([1, 3.3, 5, 12])("with %d V over it carries what its saturation lets through", (volts) => {
    expect(held(volts).collector).toBeCloseTo(((volts - 0.08) / 101.2) * 1000, 4);
    expect(held(volts).base).toBeCloseTo(0, 6);
  });

  test.each([0, 0.05, 0.0799])("with %d V, less than its saturation, it carries nothing", (volts) => {
    expect(held(volts).collector).toBe(0);
  });

  test("without being held it is off with its base down", () => {
    expect(held(5, { stored: false })).toMatchObject({ region: "off", collector: 0 });
  });
});

test("LEDs between outputs that cross each other: the pip asked for lights, and only what has to beside it", () => {
  const model = modelOf(rigOf({ scheme: "direct" }));
  for (const segment of ["a", "d", "dp"]) {
    const point = pointWith(model, new Set([asPip(`DS1.1.${segment}`)]));
    const lit = [...point.leds].filter(([, current]) => current > 0.001).map(([pip]) => pip);
    expect(lit).toEqual([`DS1.1.${segment}`]);
  }
});
