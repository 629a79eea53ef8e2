import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { currentFigures } from "../circuit";
import { pipId, relay, asUnit } from "../rig";
import { fullTimeline } from "../scan";
import { auditRig, baseAdvice, bothPlacings, pickResistor, supplyAdvice } from ".";

const river = demoRig("river-level");
const model = modelOf(river);
const audit = auditRig(model);
const row = (id: string) => audit.rows.find((one) => one.id === id)!;

/** Share of a turn the first digit is lit. */
const duty =
  fullTimeline(model).digits[0]!.reduce((sum, { from, to }) => sum + to - from, 0) /
  fullTimeline(model).period;

/** One segment: 5 V less what the saturated PNP and the LED drop, over R, output, LED and transistor slope. */
const ALONE = (5 - 0.08 - 1.8) / (560 + 35 + 10 + 1.2);
/** Eight segments share the transistor's slope. */
const EIGHT = (5 - 0.08 - 1.8) / (560 + 35 + 10 + 8 * 1.2);

describe("River level, by hand", () => {
  test.each([
    ["a segment's worst is being lit alone", "led-DS1.2.b", ALONE],
    ["a transistor's worst is a whole digit", "transistor-Q3", 8 * EIGHT],
    ["the segment register sinks the whole digit", "package-ground-U1", 8 * EIGHT],
    [
      "a base takes (5 − 0.7) V over 1 kΩ, the output and the junction",
      "output-U2.15",
      4.3 / (1000 + 35 + 5),
    ],
    ["a segment resistor's heat", "resistor-R1", ALONE ** 2 * 560],
  ])("%s", (_, id, value) => expect(row(id).worst.value).toBeCloseTo(value, 6));

  test("the forced gain is a digit's current over the base's", () => {
    expect(row("base-Q1").worst.value).toBeCloseTo((8 * EIGHT) / (4.3 / 1040), 3);
  });

  test("averages follow the duty and how often a segment is lit in the show", () => {
    // The minus sign stands in two of the five texts, each time alone on its digit.
    expect(row("led-DS1.1.g").average).toBeCloseTo(ALONE * duty * (2 / 5), 6);
    expect(row("led-DS1.1.a").average).toBe(0);
  });

  test("every state was looked at: what the scan puts out, and what its twelve bits could", () => {
    expect(audit.complete).toBe(true);
    expect(audit.states).toBe(4 * 256 + 4096);
    const supply = row("supply-MCU1.5V");
    expect(supply.astray!.value).toBeGreaterThan(supply.worst.value);
  });

  test("a pulsed LED has the limit of its duty, and its average one of its own", () => {
    expect(row("led-DS1.1.a").keep).toBeGreaterThan(0.02);
    expect(row("led-DS1.1.a").keep).toBeLessThan(0.08);
    expect(row("led-DS1.1.a").averageMaximum).toBe(0.02);
  });
});

test("a resistor for a wanted average leaves base resistors alone", () => {
  const picked = pickResistor(river, 1, "average", "E24");
  if (!picked.ok) throw new Error(picked.message);
  expect(picked.offers[0]!.average).toBeGreaterThanOrEqual(1);
  expect(picked.exact).toBeCloseTo(3.12 / (0.001 / duty) - 60 - 10 - 8 * 1.2, 0);
  expect(picked.offers.map(({ ohms }) => ohms)).toEqual([560, 620]);
});

test("both places for resistors: alike with one a segment, an 8 far dimmer than a 1 with one a digit", () => {
  const [each, common] = bothPlacings(model);
  expect(each!.inEight / each!.inOne).toBeGreaterThan(0.97);
  expect(common!.inEight / common!.inOne).toBeLessThan(0.5);
  expect([each!.resistors, common!.resistors]).toEqual([8, 4]);
});

test("base resistors for a tenth of the collector current, supply and bulk capacitor from the digit's current", () => {
  const [first] = baseAdvice(model);
  expect(first).toMatchObject({ ref: "Q1", resistor: "R9", ohms: 1000, advised: 1000 });
  expect(first!.collector).toBeCloseTo(8 * EIGHT * 1000, 3);
  const supply = supplyAdvice(model);
  // The supply gives the base its current as well.
  const whole = 8 * EIGHT + 4.3 / (1000 + 35 + 5);
  expect(supply.most).toBeCloseTo(whole * 1000, 3);
  expect(supply.bulk).toBeCloseTo((whole * 50e-6) / 0.1, 9);
  expect(row("supply-MCU1.5V").worst.value * 1000).toBeCloseTo(supply.most, 3);
});

test("a Darlington takes its volt: with the same resistor less current flows than through a transistor", () => {
  const moorings = demoRig("moorings-free");
  const array = relay(moorings, { ...moorings.plan, digitSwitch: "darlington" });
  const same = {
    ...array,
    units: array.units.map((unit) => (unit.ohms === undefined ? unit : { ...unit, ohms: 180 })),
  };
  const most = (rig: typeof moorings) =>
    currentFigures(modelOf(rig)).pips.get(pipId(asUnit("DS1"), 1, "a"))!.alone;
  expect(most(same)).toBeLessThan(most(moorings) * 0.8);
});
