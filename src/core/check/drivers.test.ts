import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { auditRig } from "../audit";
import { changeUnits, relay, setResistors, withController, type Rig } from "../rig";
import { chipScans, chipScanFigures } from "../scan";
import { checkModel } from ".";

const water = plainDemoRig("water-warmth");
const oars = demoRig("oar-rack");
const chain = (digits: number) => relay(oars, { ...oars.plan, scheme: "max7219", digits, lines: {} });
const setTo = (rig: Rig, ohms: number) => {
  const refs = setResistors(rig);
  return changeUnits(rig, ({ ref }) => refs.has(ref), { ohms });
};
const without = (rig: Rig, ...ids: string[]): Rig => ({
  ...rig,
  wires: rig.wires.filter(({ id }) => !ids.includes(id)),
});
const faults = (rig: Rig) =>
  checkModel(modelOf(rig))
    .filter(({ severity }) => severity !== "note")
    .map(({ title }) => title);

test.each([water, oars, plainDemoRig("crew-tally"), chain(8), chain(16)])(
  "nothing is wrong with $name, $plan.scheme",
  (rig) => {
    expect(faults(rig)).toEqual([]);
  },
);

test.each<[string, Rig, RegExp]>([
  ["no resistor at the setting leg", without(chain(8), "set"), /no resistor that sets its current/],
  ["less than the sheet's least", setTo(chain(8), 5000), /is too little/],
  ["few digits at much current", setTo(chain(2), 12_000), /scans 2 digits at/],
  ["no pull-ups", without(water, "pull-data", "pull-clock"), /have no pull-up/],
  ["data that comes from nowhere", without(chain(16), "data-2"), /Nothing can be written to U2/],
  ["no bulk capacitor", without(chain(8), "bulk-plus"), /no 10 µF/],
  ["no bypass capacitor", without(oars, "bypass-plus"), /no bypass capacitor/],
  ["a board of 3.3 V", relay(chain(8), withController(chain(8).plan, "ESP32-module")), /gets highs of 3.3 V/],
  ["a segment leg on ground", without(water, "segment-a"), /can never light/],
])("%s", (_, rig, title) => {
  expect(faults(rig)).toContainEqual(expect.stringMatching(title));
});

test("scan and audit: rate faster with fewer digits, limits against the sheet, supply for n modules", () => {
  const [eight] = chipScans(modelOf(chain(8)));
  const [four] = chipScans(modelOf(chain(4)));
  expect(eight!.rate).toBe(800);
  expect(four!.rate).toBe(1600);
  expect(chipScanFigures(modelOf(chain(8)), eight!).digits.map(({ spans }) => spans[0]!.from)).toEqual(
    Array.from({ length: 8 }, (_, at) => (at * 1e9) / 800 / 8),
  );
  const supplyOf = (digits: number) =>
    auditRig(modelOf(chain(digits))).rows.find(({ id }) => id === "supply-PS1.+" || id === "supply-MCU1.5V")!
      .worst.value;
  expect(supplyOf(16)).toBeCloseTo(supplyOf(8) * 2, 6);
  const rows = auditRig(modelOf(chain(8))).rows;
  const led = rows.find(({ id }) => id === "led-DS1.1.a")!;
  expect(led.average).toBeLessThan(led.worst.value * eight!.duty + 1e-9);
  expect(rows.find(({ id }) => id === "digits-U1")!.worst.value).toBeCloseTo(led.worst.value * 8, 6);
});

test("at 40 mA a chip with everything lit takes about 330 mA, as the sheet says", () => {
  const rig = setTo(chain(8), 10_600);
  const [scan] = chipScans(modelOf({ ...rig, scan: { ...rig.scan, level: 15 } }));
  expect(scan!.peak).toBeGreaterThan(38);
  expect(scan!.supply).toBeGreaterThan(300);
  expect(scan!.supply).toBeLessThan(340);
});
