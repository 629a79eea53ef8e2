import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { buildProgram } from "../program";
import { changeUnits, relay, swapWires, withController, type Rig } from "../rig";
import { Simulation, frameRows, tapeOf, traceWrites } from ".";

const water = plainDemoRig("water-warmth");
const oars = demoRig("oar-rack");
const wide = { ...oars, show: { ...oars.show, texts: ["0123456789-98764", "98764-0123456789"] } };
const chained = relay(wide, { ...oars.plan, scheme: "max7219", digits: 16, lines: {} });
const without = (rig: Rig, ...ids: string[]): Rig => ({
  ...rig,
  wires: rig.wires.filter(({ id }) => !ids.includes(id)),
});
const run = (rig: Rig, seconds = 0.5) => {
  const model = modelOf(rig);
  const simulation = new Simulation(model, buildProgram(model));
  simulation.advanceTo(seconds * 1e9);
  return simulation;
};
const lit = (rig: Rig) => run(rig).currents.filter((current) => current > 0.02).length;

test("an LED's average is its current in its turn, times the chip's share of the time", () => {
  const simulation = run(water);
  simulation.look();
  simulation.advanceTo(1e9);
  const most = Math.max(...simulation.look().pips.map(({ current }) => current));
  // Level 4 of 7 is 11 of 16 pulses, in one of six turns.
  expect(most).toBeGreaterThan((20 * 11) / 16 / 6);
  expect(most).toBeLessThan((44 * 11) / 16 / 6);
});

test("brightness steps dim in proportion; a scan of fewer digits makes each brighter", () => {
  const at = (level: number, digits = 16) => {
    const rig = relay(oars, { ...oars.plan, scheme: "max7219", digits, lines: {} });
    return Math.max(...run({ ...rig, scan: { ...rig.scan, level } }).currents);
  };
  expect(at(15) / at(0)).toBeCloseTo(31, 6);
  expect(at(7, 4) / at(7, 8)).toBeCloseTo(2, 6);
});

test("blinking: over a whole period half the light, and dark in its second half", () => {
  const steady = run({ ...oars, scan: { ...oars.scan, blink: 0 } });
  const blinking = run({ ...oars, scan: { ...oars.scan, blink: 1 } }, 1);
  steady.look();
  blinking.look();
  steady.advanceTo(1.5e9);
  blinking.advanceTo(2e9);
  const mean = (simulation: Simulation) => Math.max(...simulation.look().pips.map(({ current }) => current));
  expect(mean(blinking)).toBeCloseTo(mean(steady) / 2, 6);
  blinking.advanceTo(2.4e9);
  blinking.look();
  blinking.advanceTo(2.55e9);
  blinking.look();
  blinking.advanceTo(2.9e9);
  expect(mean(blinking)).toBeCloseTo(0, 9);
});

describe("what a maker would see", () => {
  test.each<[string, Rig]>([
    ["no supply", without(water, "power")],
    ["no clock", without(water, "clock")],
    ["no pull-up on the data line", without(water, "pull-data")],
    ["no LOAD", without(chained, "latch")],
  ])("dark: %s", (_, rig) => expect(lit(rig)).toBe(0));

  test("a chain whose second chip gets no data: it lights nothing, the first what it should", () => {
    const model = modelOf(without(chained, "data-2"));
    const simulation = new Simulation(model, buildProgram(model));
    simulation.advanceTo(0.5e9);
    const units = new Set(
      simulation
        .look()
        .pips.filter(({ state }) => state === "lit")
        .map(({ pip }) => pip.split(".")[0]),
    );
    expect([...units].sort()).toEqual(["DS1", "DS2"]);
  });

  test("3.3 V into a chip on 5 V are beyond where its inputs usually turn: it lights as asked", () => {
    const low = relay(chained, withController(chained.plan, "ESP32-module"));
    expect(frameRows(modelOf(low)).every(({ faithful }) => faithful)).toBe(true);
  });

  test("below that nobody can tell: 5 V into a register on 12 V", () => {
    const slip = demoRig("slip-gate");
    const laid = relay(slip, { ...slip.plan, register: "CD4094", power: "separate", lines: {} });
    const on = (volts: number) =>
      frameRows(modelOf(changeUnits(laid, ({ part }) => part === "supply", { volts })));
    expect(on(5).every(({ faithful }) => faithful)).toBe(true);
    expect(on(9.9).every(({ faithful }) => faithful)).toBe(true);
    expect(on(12).every(({ unknown }) => unknown)).toBe(true);
  });

  test("two segments exchanged: the bytes follow, or with the code kept other shapes light", () => {
    const swapped = swapWires(chained, "segment-a", "segment-d");
    if (!swapped.ok) throw new Error(swapped.message);
    expect(frameRows(modelOf(swapped.rig)).every(({ faithful }) => faithful)).toBe(true);
    const kept = { ...swapped.rig, code: { ...swapped.rig.code, kept: modelOf(chained).encoding } };
    expect(frameRows(modelOf(kept)).some(({ faithful }) => faithful)).toBe(false);
  });
});

test("straps give an I²C chip another address, and the program writes to it", () => {
  const rig = relay(oars, { ...oars.plan, busAddress: 5 });
  const model = modelOf(rig);
  expect(model.encoding.buses![0]!.addresses).toEqual([0x75]);
  expect(frameRows(model).every(({ faithful }) => faithful)).toBe(true);
  expect(buildProgram(model).setUpState!.writes![0]!.write).toEqual({ bus: "i2c", bytes: [0xea, 0x21] });
  const torn = without(rig, "strap-23-join");
  expect(modelOf(torn).encoding.buses![0]!.addresses).toEqual([0x71]);
});

test("the tape: set-up first, junk never shown, each word of a chain with its chip", () => {
  const model = modelOf(chained);
  const program = buildProgram(model);
  const trace = traceWrites(model, program, tapeOf(program, 0));
  expect(trace.entries.every(({ breaches }) => breaches.length === 0)).toBe(true);
  expect(trace.entries.every(({ face }) => face.every(({ unknown }) => unknown.length === 0))).toBe(true);
  const update = trace.entries.filter(({ phase }) => phase === "update");
  expect(update).toHaveLength(8);
  expect(update[0]!.says.map(({ unit }) => unit)).toEqual(["U2", "U1"]);
  expect(trace.entries[trace.entries.length - 1]!.text).toBe("0123456789-98764");
});
