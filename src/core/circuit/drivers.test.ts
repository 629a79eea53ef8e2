import { modelOf } from "../address";
import { DEFAULT_PLAN, asUnit, ledValues, newRig, relay, withSetOhms, type Plan, asPip } from "../rig";
import { ledThreshold, partById } from "../parts";
import {
  circuitOf,
  currentFigures,
  inputLevels,
  pointWith,
  setSink,
  stageOf,
  supplyNetOf,
  supplyOf,
} from ".";

const U1 = asUnit("U1");
const rigOf = (plan: Partial<Plan>, ohms = 330) =>
  newRig({ id: "r", name: "R" }, { ...DEFAULT_PLAN, lines: {}, ...plan }, { ohms, led: ledValues("red") });

describe("a sink that holds the current one resistor sets", () => {
  const rig = rigOf({ register: "TLC5916", polarity: "common-anode" });
  /** TLC5916 sheet: output current = 18.75 V ÷ R-EXT. */
  test.each([
    [1875, 10],
    [937.5, 20],
    [3750, 5],
  ])("%d Ω set %d mA, give or take its tolerance", (ohms, milliamps) => {
    const model = modelOf(withSetOhms(rig, ohms));
    const part = model.part(U1);
    if (part.kind !== "shift-register") throw new Error("no register");
    const { tolerance } = part.constantCurrent!;
    expect(setSink(model, U1, "typical")).toBeCloseTo(milliamps, 9);
    expect(setSink(model, U1, "strong")).toBeCloseTo(milliamps * (1 + tolerance), 9);
    expect(setSink(model, U1, "weak")).toBeCloseTo(milliamps * (1 - tolerance), 9);
  });

  test("every segment gets that, alone and with all others, and no more than its LED", () => {
    const model = modelOf(withSetOhms(rig, 1875));
    const { pips, inOne, inEight, mostLed } = currentFigures(model);
    const weak = setSink(model, U1, "weak");
    expect(pips.size).toBe(8);
    for (const { alone, together } of pips.values())
      for (const current of [alone, together]) expect(current).toBeCloseTo(weak, 3);
    for (const current of [inOne, inEight, mostLed]) expect(current).toBeCloseTo(weak, 3);
  });

  test("without its resistor it takes nothing; a register that holds none is set to nothing", () => {
    const open = modelOf({
      ...rig,
      wires: rig.wires.filter(({ to, from }) => ![to, from].includes("U1.15" as never)),
    });
    expect(setSink(open, U1, "typical")).toBe(0);
    expect(setSink(modelOf(rigOf({})), U1, "typical")).toBe(0);
    expect(setSink(modelOf(rigOf({})), asUnit("MCU1"), "typical")).toBe(0);
  });
});

describe("an array of Darlingtons under the digits", () => {
  const rig = rigOf({ scheme: "two-registers", digits: 4, digitSwitch: "darlington" }, 220);
  const model = modelOf(rig);
  const array = partById("ULN2803");
  if (array.kind !== "driver-array") throw new Error("no array");
  const { figures, inputOhms } = array;
  const digitOne = model.addresses.filter(({ pip }) => pip.startsWith("DS1.1."));

  test("one segment: supply less LED, output and the Darlington's saturation, over what is in the way", () => {
    const [{ pip }] = digitOne as [(typeof digitOne)[number]];
    const current = pointWith(model, new Set([pip])).leds.get(pip)!;
    const led = ledValues("red");
    const left = 5 - ledThreshold(led) - figures.saturation;
    const high = stageOf(model.part(U1), 5).high!.ohms;
    expect(current).toBeCloseTo((left / (220 + high + led.slope + figures.saturationSlope)) * 1000, 2);
  });

  test("a whole digit goes through one channel, and the others carry nothing", () => {
    const point = pointWith(model, new Set(digitOne.map(({ pip }) => pip)));
    const through = [...point.transistors].filter(([, { collector }]) => collector > 1);
    expect(through).toHaveLength(1);
    const [[, carries]] = through as [(typeof through)[number]];
    const sum = [...point.leds.values()].reduce((total, current) => total + current, 0);
    expect(carries.collector).toBeCloseTo(sum, 2);
    // Its input is fed by a register through the array's own 2.7 kΩ.
    expect(carries.base).toBeLessThan(((5 - figures.baseDrop) / inputOhms) * 1000);
    expect(carries.region).toBe("on");
  });

  test("only channels that something hangs on are there", () => {
    expect(circuitOf(model).switches.map(({ unit }) => unit)).toHaveLength(4);
    expect(new Set(circuitOf(model).switches.map(({ unit }) => unit)).size).toBe(1);
  });
});

describe("figures of a rig", () => {
  const shared = modelOf(rigOf({ resistors: "common" }, 330));

  test("a 1 is read off its b, and is brighter than an 8 behind one resistor", () => {
    const { inOne, inEight, pips } = currentFigures(shared);
    const pair = new Set([asPip("DS1.1.b"), asPip("DS1.1.c")]);
    expect(inOne).toBeCloseTo(pointWith(shared, pair).leds.get(asPip("DS1.1.b"))!, 9);
    expect(inOne).toBeGreaterThan(2 * inEight);
    for (const { alone, together } of pips.values()) expect(alone).toBeGreaterThan(together);
  });

  test("the most of an output is that of an LED alone, where lit together each gets less", () => {
    const { mostOutput, mostLed, total } = currentFigures(shared);
    expect(mostOutput.current).toBeCloseTo(mostLed, 6);
    expect(mostOutput.leg).toMatch(/^U1\./);
    const together = [...currentFigures(shared).pips.values()].reduce((sum, one) => sum + one.together, 0);
    expect(total).toBeCloseTo(together, 6);
  });

  test("currents of lines and registers are counted to the leg they come in by", () => {
    const direct = modelOf(rigOf({ scheme: "direct" }));
    const { packages } = currentFigures(direct);
    expect([...packages.keys()].filter((ref) => ref !== "MCU1")).toEqual([]);
    const anode = modelOf(rigOf({ polarity: "common-anode" }));
    const { supply, ground } = currentFigures(anode).packages.get(U1)!;
    expect(supply).toBe(0);
    expect(ground).toBeGreaterThan(10);
  });
});

describe("levels and supplies", () => {
  test("a chip stands on the rail of its supply leg, a board on its own logic, a resistor on nothing", () => {
    const model = modelOf(rigOf({}));
    expect(supplyOf(model, U1)).toBe(5);
    expect(supplyOf(model, asUnit("MCU1"))).toBe(5);
    expect(supplyOf(model, asUnit("R1"))).toBe(0);
    expect(supplyNetOf(model, asUnit("R1"))).toBeUndefined();
    expect(supplyNetOf(model, U1)).toBe(supplyNetOf(model, asUnit("MCU1")));
    const low = modelOf(relay(rigOf({}), { ...DEFAULT_PLAN, lines: {}, controller: "ESP32-module" }));
    expect(supplyOf(low, U1)).toBe(3.3);
  });

  test("an input reads high from 0.7 of the supply on, or from what its sheet says", () => {
    const model = modelOf(rigOf({}));
    const part = model.part(U1);
    if (part.kind !== "shift-register") throw new Error("no register");
    expect(inputLevels(model, U1, part)).toEqual({ sure: 3.5, usual: 2.5 });
    expect(inputLevels(model, U1, { ...part, highVolts: 2 })).toEqual({ sure: 2, usual: 2 });
    expect(inputLevels(model, U1, { ...part, highVolts: 2, usualHighVolts: 1.4 })).toEqual({
      sure: 2,
      usual: 1.4,
    });
    expect(inputLevels(model, U1, { ...part, highShare: 0.85 })).toEqual({ sure: 4.25, usual: 2.5 });
  });

  test("the weak corner of an output is the one with more resistance", () => {
    const model = modelOf(rigOf({}));
    for (const part of [model.part(U1), model.part(asUnit("MCU1"))]) {
      const [weak, strong] = [stageOf(part, 5), stageOf(part, 5, "strong")];
      expect(weak.high!.ohms).toBeGreaterThan(strong.high!.ohms);
      expect(weak.low!.ohms).toBeGreaterThan(strong.low!.ohms);
    }
    expect(stageOf(model.part(asUnit("R1")), 5)).toEqual({});
    // Below full drive a 74HC output has more of it.
    expect(stageOf(model.part(U1), 3.3).high!.ohms).toBeGreaterThan(stageOf(model.part(U1), 5).high!.ohms);
  });
});
