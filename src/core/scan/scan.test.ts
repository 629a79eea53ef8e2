import { demoRig } from "@/demo";
import { modelOf } from "../address";
import { LED_FIGURES } from "../parts";
import { relay, type Rig, type Scan } from "../rig";
import {
  cameraView,
  correctedConstant,
  countedTick,
  dimTo,
  flickerOf,
  ghostsOf,
  peakFor,
  pulseLimit,
  rowsOf,
  scanFigures,
} from ".";

const river = demoRig("river-level");
const moorings = demoRig("moorings-free");
const scanned = (rig: Rig, scan: Partial<Scan>) => modelOf({ ...rig, scan: { ...rig.scan, ...scan } });

describe("flicker", () => {
  test.each([
    [50, "flickers", "flickers", true, 0.0125],
    [80, "steady", "flickers", true, 0.02],
    [124, "steady", "steady", true, 0.0992],
    [1300, "steady", "steady", false, 1],
  ] as const)("%i Hz", (rate, straightAhead, cornerOfEye, trails, lowRisk) => {
    expect(flickerOf(rate)).toMatchObject({ straightAhead, cornerOfEye, trails });
    expect(flickerOf(rate).lowRisk).toBeCloseTo(lowRisk, 6);
  });

  test("IEEE 1789: full modulation is low risk from 1.25 kHz and without effect from 3 kHz", () => {
    expect([1200, 1251, 2900, 3000].map((rate) => flickerOf(rate).ieee)).toEqual([
      "above low risk",
      "low risk",
      "low risk",
      "no observable effect",
    ]);
    expect(flickerOf(10).seizures).toBe(true);
  });
});

describe("a camera", () => {
  const quarter = [{ from: 0, to: 1e6 }];

  test.each([
    [10, 2, 3, 0.667],
    [8, 2, 2, 1],
    [4, 1, 1, 1],
    [1, 0, 1, 0],
    [100, 25, 25, 1],
  ])("exposed %d ms at 250 Hz catches a digit %i to %i times", (exposure, least, most, evenness) => {
    const view = cameraView(quarter, 4e6, { exposure, readout: 0 });
    expect([view.least, view.most]).toEqual([least, most]);
    expect(view.evenness).toBeCloseTo(evenness, 2);
  });

  test("a rolling shutter of 20 ms draws five bands at 250 Hz, and its rows show them", () => {
    const shutter = { exposure: 1, readout: 20 };
    expect(cameraView(quarter, 4e6, shutter).bands).toBeCloseTo(5, 9);
    const rows = rowsOf(quarter, 4e6, shutter, 400, 0);
    const rises = rows.filter((light, at) => at > 0 && light > 0.01 && rows[at - 1]! <= 0.01).length;
    expect(rises).toBe(5);
    expect(Math.max(...rows)).toBeCloseTo(4, 1);
    expect(
      rowsOf(quarter, 4e6, { exposure: 4, readout: 20 }, 50, 0).every((light) => Math.abs(light - 1) < 1e-9),
    ).toBe(true);
  });
});

describe("the counted second", () => {
  test("60 counts took 62.4 s: each was 4 % long, so the constant shrinks by as much", () => {
    const corrected = correctedConstant(250, 60, 62.4, 1000);
    expect(corrected.exact).toBeCloseTo(250 / 1.04, 9);
    expect(corrected.refreshes).toBe(240);
    expect(corrected.driftBefore).toBeCloseTo(0.04 * 86_400, 6);
    expect(corrected.period).toBeCloseTo(62.4e9 / (60 * 250), 3);
    expect(corrected.driftAfter).toBeCloseTo((240 / (250 / 1.04) - 1) * 86_400, 6);
  });

  test("whole refreshes of 9.0964 ms make 110 a second, 52 s a day too slow", () => {
    expect(countedTick(9_096_400, 1000)).toMatchObject({ refreshes: 110, tick: 1000.604 });
    expect(countedTick(9_096_400, 1000).drift).toBeCloseTo(52.19, 2);
  });
});

describe("a scan as it runs", () => {
  test("twelve lines by a loop: each slot is ten blank µs, the writes of four and twelve lines, and the on-time", () => {
    const { period, rate, digits, counted } = scanFigures(scanned(moorings, { on: [2000], blank: 10 }));
    const slot = 4 * 3200 + 10_000 + 12 * 3200 + 2_000_000 + 500;
    expect(period).toBe(4 * slot);
    expect(rate).toBeCloseTo(1e9 / period, 9);
    expect(counted?.refreshes).toBe(Math.round(1.5e9 / period));
    for (const { duty } of digits) expect(duty).toBeCloseTo(2_000_000 / (4 * slot), 2);
  });

  test("a timer keeps the turn exact whatever the writes take, and its interrupt is charged for them", () => {
    const { period, interrupt, busy } = scanFigures(
      scanned(river, { school: "timer", on: [2000], blank: 20 }),
    );
    expect(period).toBe(4 * 2_020_000);
    // Two sends of two bytes with their latch, the blank, and getting in and out.
    expect(interrupt!.length).toBe(2 * (16 * 16_700 + 6400) + 20_000 + 3500);
    expect(busy).toBeCloseTo(interrupt!.length / 2_020_000, 9);
  });

  test("brightness follows on-time: a digit lit half as long gives half the light, and is found", () => {
    const { digits, evenness } = scanFigures(scanned(moorings, { on: [2000, 1000, 2000, 2000] }));
    expect(digits[1]!.average / digits[0]!.average).toBeCloseTo(0.5, 1);
    expect(evenness).toBeCloseTo(0.5, 1);
  });

  test("without blanking a digit shows what belongs to the next; a few microseconds of blank end it", () => {
    const bare = relay(moorings, { ...moorings.plan, digitSwitch: "bare" });
    const ghosts = ghostsOf(scanned(bare, { on: [500], blank: 0 }));
    expect(ghosts[0]!.visible).toBe(true);
    expect(ghosts[0]!.share).toBeGreaterThan(0.02);
    expect(ghostsOf(scanned(bare, { on: [500], blank: 10 }))).toEqual([]);
  });

  test("a transistor that stays on for 1 µs ghosts too, and a blank longer than that cures it", () => {
    const [ghost] = ghostsOf(scanned(river, { school: "timer", on: [1000], blank: 0 }));
    expect(ghost!.share).toBeGreaterThan(0.0001);
    expect(ghostsOf(scanned(river, { school: "timer", on: [1000], blank: 5 }))).toEqual([]);
  });

  test("a static rig has no turns", () => {
    expect(scanFigures(modelOf(demoRig("slip-gate")))).toMatchObject({
      multiplexed: false,
      evenness: 1,
      busy: 0,
    });
  });
});

test("the peak for a wanted average, and what a pulsed LED may carry", () => {
  expect(peakFor(3, 0.25)).toBe(12);
  const { keep, peak } = LED_FIGURES.red;
  expect(pulseLimit(keep, peak, 1)).toBe(keep);
  expect(pulseLimit(keep, peak, 0.1)).toBe(peak);
  expect(pulseLimit(keep, peak, Math.sqrt(0.1))).toBeCloseTo(Math.sqrt(keep * peak), 9);
});

test("dimming keeps the slot's length, and full takes the blank back", () => {
  const scan: Scan = { school: "loop", on: [2000], blank: 20 };
  const half = dimTo(scan, 0.5);
  expect(half).toEqual({ school: "loop", on: [1000], blank: 1020 });
  expect(dimTo(half, Infinity)).toEqual({ school: "loop", on: [2020], blank: 0 });
});
