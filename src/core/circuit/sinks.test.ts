import fc from "fast-check";
import { solveNetwork, type Network } from ".";

/** One LED from a supply through a resistor into a constant-current sink. */
const through = (supply: number, most: number, ohms = 0.01): Network => ({
  nodes: 3,
  fixed: new Map([[0, supply]]),
  resistors: [{ id: "R1", from: 0, to: 1, ohms }],
  leds: [{ id: "led", anode: 1, cathode: 2, forward: 1.8, slope: 10 }],
  drives: [{ id: "out", node: 2, volts: 0, ohms: 20, most }],
});

test("with voltage to spare the LED gets the set current, and the sink keeps the rest of the voltage", () => {
  const { leds, drives, sinks } = solveNetwork(through(5, 10));
  expect(leds.get("led")).toBeCloseTo(10, 6);
  expect(drives.get("out")).toBe(-10);
  expect(sinks.get("out")).toBeCloseTo(5 - 1.8 - 0.1, 3);
});

test("with too little it is a resistance: no more flows than the supply gives", () => {
  const { leds, sinks } = solveNetwork(through(2, 40));
  expect(leds.get("led")).toBeCloseTo((0.2 / 30) * 1000, 1);
  expect(sinks.get("out")).toBeCloseTo((0.2 / 30) * 20, 3);
});

test("never more than is set, never more than a resistance in its place would take", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 12, noNaN: true }),
      fc.double({ min: 1, max: 100, noNaN: true }),
      fc.double({ min: 1, max: 2000, noNaN: true }),
      (supply, most, ohms) => {
        const current = solveNetwork(through(supply, most, ohms)).leds.get("led")!;
        const bare = Math.max(0, ((supply - 1.8) / (ohms + 10 + 20)) * 1000);
        expect(current).toBeLessThanOrEqual(most + 1e-5);
        expect(current).toBeCloseTo(Math.min(most, bare), 4);
      },
    ),
  );
});
