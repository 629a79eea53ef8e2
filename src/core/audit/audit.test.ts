import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { changeUnits, moveWireEnd, relay, type Plan, type Rig, asLeg } from "../rig";
import { auditRig, levelMatches, offerFor, pickResistor } from ".";

const slipGate = demoRig("slip-gate");
const ladderStep = demoRig("ladder-step");
const laid = (plan: Partial<Plan>) => relay(slipGate, { ...slipGate.plan, ...plan });
const rowOf = (rig: Rig, id: string) => auditRig(modelOf(rig)).rows.find((row) => row.id === id)!;

/** By hand: 1.9 V at 10 mA is 1.8 V and 10 Ω; (5 V − 1.8 V) / (560 Ω + typically 35 Ω + 10 Ω). */
const EACH = 3.2 / 605;

describe("a resistor for each segment, common cathode", () => {
  test.each([
    ["led-DS1.1.b", EACH],
    ["output-U1.1", EACH],
    ["resistor-R2", EACH ** 2 * 560],
    ["package-supply-U1", 8 * EACH],
    ["package-ground-U1", 0],
    ["heat-U1", 8 * EACH ** 2 * 60],
    ["supply-MCU1.5V", 8 * EACH],
  ])("%s at its worst", (id, value) => {
    expect(rowOf(slipGate, id).worst.value).toBeCloseTo(value, 7);
  });

  test("all 256 states were looked at, and everything lit is the worst for the package", () => {
    expect(auditRig(modelOf(slipGate))).toMatchObject({ states: 256, complete: true });
    expect(rowOf(slipGate, "package-supply-U1").worst.state.bytes).toEqual([0xff]);
  });

  test("the average over the show: b is lit in 10 of the 16 places", () => {
    expect(rowOf(slipGate, "led-DS1.1.b").average).toBeCloseTo((EACH * 10) / 16, 7);
    expect(rowOf(slipGate, "led-DS1.1.dp").average).toBe(0);
  });

  test("shares are of the limit that must never be passed", () => {
    expect(rowOf(slipGate, "package-supply-U1").share).toBeCloseTo((8 * EACH) / 0.07, 5);
    expect(rowOf(slipGate, "led-DS1.1.a").share).toBeCloseTo(EACH / 0.03, 5);
  });
});

test("common anode: the chip sinks, so the ground leg carries it, and the supply gives it straight to the display", () => {
  const each = (5 - 2.9) / (330 + 35 + 20);
  expect(rowOf(ladderStep, "package-ground-U1").worst.value).toBeCloseTo(8 * each, 7);
  expect(rowOf(ladderStep, "package-supply-U1").worst.value).toBeCloseTo(0, 7);
  expect(rowOf(ladderStep, "supply-MCU1.5V").worst.value).toBeCloseTo(8 * each, 7);
});

test("one resistor in the common leg: the worst for an LED is being lit alone, for the resistor everything", () => {
  const rig = laid({ resistors: "common" });
  const led = rowOf(rig, "led-DS1.1.c");
  expect(led.worst.value).toBeCloseTo(EACH, 7);
  expect(led.worst.state.bytes).toEqual([0x04]);
  const resistor = rowOf(rig, "resistor-R1");
  expect(resistor.worst.state.bytes).toEqual([0xff]);
  expect(resistor.worst.value).toBeCloseTo(((8 * 3.2) / (8 * 560 + 45)) ** 2 * 560, 6);
});

test("a separate supply has no limit of its own, the board's 5 V leg has", () => {
  expect(rowOf(laid({ power: "separate" }), "supply-PS1.+").share).toBeUndefined();
  expect(rowOf(slipGate, "supply-MCU1.5V").share).toBeCloseTo((8 * EACH) / 0.45, 5);
});

describe("picking a resistor", () => {
  test("the exact value carries the wanted current, and lies between the two offered", () => {
    const picked = pickResistor(slipGate, 8, "alone", "E24");
    if (!picked.ok) throw new Error(picked.message);
    expect(picked.exact).toBeCloseTo(3.2 / 0.008 - 70, 1);
    expect(picked.offers.map(({ ohms }) => ohms)).toEqual([300, 330]);
    // Light is counted on at the weak end of the outputs, the package at the strong one.
    expect(picked.offers[0]!.alone).toBeCloseTo((3.2 / 370) * 1000, 3);
    expect(picked.offers[1]!.inPackage).toBeCloseTo((8 * 3.2 * 1000) / 375, 2);
  });

  test("with one resistor it counts how many are lit: in an 8 seven share it", () => {
    const picked = pickResistor(laid({ resistors: "common" }), 2, "in-eight", "E12");
    if (!picked.ok) throw new Error(picked.message);
    expect(picked.exact).toBeCloseTo((3.2 / 0.002 - 70) / 7, 1);
    expect(picked.offers.map(({ ohms }) => ohms)).toEqual([180, 220]);
  });

  test("what no resistor can give is said", () => {
    expect(pickResistor(slipGate, 200, "alone", "E12")).toMatchObject({ ok: false, message: /only 45.1 mA/ });
    expect(
      pickResistor(
        changeUnits(slipGate, () => true, {}),
        1e-6,
        "alone",
        "E12",
      ).ok,
    ).toBe(false);
    expect(
      pickResistor(
        { ...slipGate, units: slipGate.units.filter(({ part }) => part !== "resistor"), wires: [] },
        1,
        "alone",
        "E12",
      ),
    ).toMatchObject({ ok: false, message: /no resistor/ });
    expect(offerFor(slipGate, 470).inEight).toBeCloseTo(3200 / 540, 4);
  });
});

test("levels: 5 V lines into a 5 V chip need 3.5 V; a chip on no supply takes nothing for high", () => {
  expect(
    levelMatches(modelOf(slipGate)).map(({ from, gets, sure, usual, taken }) => [
      from,
      gets,
      sure,
      usual,
      taken,
    ]),
  ).toEqual([
    ["MCU1.5", 5, 3.5, 2.5, "sure"],
    ["MCU1.6", 5, 3.5, 2.5, "sure"],
    ["MCU1.7", 5, 3.5, 2.5, "sure"],
  ]);
  const unpowered = moveWireEnd(slipGate, "power", "from", asLeg("MCU1.VIN"));
  expect(unpowered.ok && levelMatches(modelOf(unpowered.rig)).every(({ taken }) => taken === "unknown")).toBe(
    true,
  );
});
