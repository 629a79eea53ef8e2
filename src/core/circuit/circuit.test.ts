import fc from "fast-check";
import { modelOf } from "../address";
import { DEFAULT_PLAN, ledValues, newRig, type Plan, asUnit } from "../rig";
import { currentFigures, solveNetwork, type LedBranch, type Network } from ".";

const led = (id: string, anode: number, cathode: number): LedBranch => ({
  id,
  anode,
  cathode,
  forward: 2,
  slope: 10,
});
const network = (parts: Partial<Network>): Network => ({
  nodes: 4,
  fixed: new Map([
    [0, 0],
    [1, 5],
  ]),
  resistors: [],
  leds: [],
  drives: [],
  ...parts,
});

describe("networks worked by hand", () => {
  test("one LED: (5 V − 2 V) / (290 Ω + 10 Ω) = 10 mA", () => {
    const { leds } = solveNetwork(
      network({ resistors: [{ id: "R", from: 1, to: 2, ohms: 290 }], leds: [led("D", 2, 0)] }),
    );
    expect(leds.get("D")).toBeCloseTo(10, 4);
  });

  test("an LED the wrong way round carries nothing", () => {
    const { leds, volts } = solveNetwork(
      network({ resistors: [{ id: "R", from: 1, to: 2, ohms: 290 }], leds: [led("D", 0, 2)] }),
    );
    expect(leds.get("D")).toBe(0);
    expect(volts[2]).toBeCloseTo(5, 4);
  });

  test("n LEDs behind one resistor share: 3 V / (R + 10 Ω / n)", () => {
    for (const n of [1, 2, 7]) {
      const { leds } = solveNetwork(
        network({
          resistors: [{ id: "R", from: 2, to: 0, ohms: 300 }],
          leds: Array.from({ length: n }, (_, at) => led(`D${at}`, 1, 2)),
        }),
      );
      expect(leds.get("D0")).toBeCloseTo((3 / (300 + 10 / n) / n) * 1000, 4);
    }
  });

  test("two LEDs in series across 5 V light; three do not", () => {
    const series = (n: number) =>
      solveNetwork({
        ...network({}),
        nodes: 2 + n,
        resistors: [{ id: "R", from: 1, to: 2, ohms: 80 }],
        leds: Array.from({ length: n }, (_, at) => led(`D${at}`, 2 + at, at === n - 1 ? 0 : 3 + at)),
      }).leds.get("D0");
    expect(series(2)).toBeCloseTo(10, 4);
    expect(series(3)).toBeLessThan(0.001);
  });

  test("what flows into a node flows out of it", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 10, max: 5000 }), { minLength: 1, maxLength: 8 }), (ohms) => {
        const { leds, drives } = solveNetwork({
          nodes: 2 + ohms.length,
          fixed: new Map([[0, 0]]),
          resistors: ohms.map((value, at) => ({ id: `R${at}`, from: 1, to: 2 + at, ohms: value })),
          leds: ohms.map((_, at) => led(`D${at}`, 2 + at, 0)),
          drives: [{ id: "Q", node: 1, volts: 5, ohms: 60 }],
        });
        const out = [...leds.values()].reduce((sum, current) => sum + current, 0);
        expect(drives.get("Q")).toBeCloseTo(out, 4);
      }),
    );
  });
});

describe("the rig's currents", () => {
  const figures = (plan: Partial<Plan>, ohms: number) =>
    currentFigures(
      modelOf(newRig({ id: "r", name: "R" }, { ...DEFAULT_PLAN, ...plan }, { ohms, led: ledValues("red") })),
    );

  test.each(["common-cathode", "common-anode"] as const)("a resistor for each segment, %s", (polarity) => {
    const { inOne, inEight, packages, mostOutput } = figures({ polarity }, 470);
    const expected = ((5 - 1.8) / (470 + 60 + 10)) * 1000;
    expect(inOne).toBeCloseTo(expected, 3);
    expect(inEight).toBeCloseTo(expected, 3);
    expect(mostOutput.current).toBeCloseTo(expected, 3);
    const { supply, ground } = packages.get(asUnit("U1"))!;
    expect(polarity === "common-cathode" ? supply : ground).toBeCloseTo(8 * expected, 2);
    expect(polarity === "common-cathode" ? ground : supply).toBe(0);
  });

  test("one resistor in the common leg: each segment of a 1 and of an 8", () => {
    const { inOne, inEight } = figures({ resistors: "common" }, 330);
    const each = (n: number) => (3.2 / (330 * n + 60 + 10)) * 1000;
    expect(inOne).toBeCloseTo(each(2), 3);
    expect(inEight).toBeCloseTo(each(7), 3);
  });
});
