import fc from "fast-check";
import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { relay } from "../rig";
import { currentFigures, scannedChips, solveNetwork, slotCurrents } from ".";

const crew = modelOf(plainDemoRig("crew-tally"));
const [chip] = scannedChips(crew);
const oars = demoRig("oar-rack");

test("a digit in its turn is what the general solution of the same network is, whatever is lit", () => {
  const digit = [...chip!.slots[2]!];
  const { high, low } = chip!.part.stage;
  fc.assert(
    fc.property(
      fc.subarray(digit, { minLength: 1 }),
      fc.double({ min: 1.6, max: 3.4, noNaN: true }),
      (some, forward) => {
        const lit = some.map((led) => ({ ...led, threshold: forward }));
        // Node 1 is the supply, 2 the digit's leg, then the LED's anode behind each segment output.
        const { leds } = solveNetwork({
          nodes: 3 + lit.length,
          fixed: new Map([
            [0, 0],
            [1, chip!.volts],
          ]),
          resistors: [
            { id: "digit", from: 2, to: 0, ohms: low!.ohms },
            ...lit.map((_, at) => ({ id: `segment ${at}`, from: 1, to: 3 + at, ohms: high!.ohms })),
          ],
          leds: lit.map(({ ohms }, at) => ({ id: `${at}`, anode: 3 + at, cathode: 2, forward, slope: ohms })),
          drives: [],
        });
        slotCurrents(chip!, lit).forEach((current, at) => expect(current).toBeCloseTo(leds.get(`${at}`)!, 4));
      },
    ),
    { numRuns: 50 },
  );
});

test("a MAX7219 gives every segment what its resistor sets: 27 kΩ at 3.1 V about 18 mA, alone or not", () => {
  const figures = currentFigures(modelOf(relay(oars, { ...oars.plan, scheme: "max7219", lines: {} })));
  const all = [...figures.pips.values()];
  expect(all).toHaveLength(64);
  for (const { alone, together } of all) {
    expect(alone).toBeCloseTo(together, 9);
    expect(alone).toBeGreaterThan(17.5);
    expect(alone).toBeLessThan(18.7);
  }
  expect(figures.inOne).toBeCloseTo(figures.inEight, 9);
});

test("without its resistor it gives nothing", () => {
  const rig = relay(oars, { ...oars.plan, scheme: "max7219", lines: {} });
  const open = modelOf({ ...rig, wires: rig.wires.filter(({ id }) => id !== "set") });
  expect(currentFigures(open).mostLed).toBe(0);
});
