import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { recordFirmware, type FirmwareImage } from "../firmware";
import { buildC, buildSketch } from "../firmware/fixtures/build";
import { buildProgram } from "../program";
import { SCHEMES, planProblem, relay, withController, type Rig } from "../rig";
import { recordFace } from "../sim";
import { wired } from "./fixtures/wired";
import { filesOf, reads } from "./fixtures/written";
import { unitOffered, writtenIn, type BusSchool } from ".";

jest.setTimeout(600_000);

const RUN = 1.2e9;
const moorings = plainDemoRig("moorings-free");
const WAYS: Array<readonly [string, Rig]> = SCHEMES.flatMap((scheme) => {
  const plan = { ...moorings.plan, scheme, lines: {}, digitSwitch: "transistor" as const };
  if (planProblem(plan) || scheme === "logic") return [];
  const rig = wired(relay(moorings, plan));
  const offered = unitOffered(modelOf(rig), buildProgram(modelOf(rig)), "sketch");
  return offered && "says" in offered ? [[scheme, rig] as const] : [];
});
const RIGS: ReadonlyArray<readonly [string, Rig]> = [
  ...WAYS,
  ["river-level", wired(plainDemoRig("river-level"))],
  ["slip-gate", wired(plainDemoRig("slip-gate"))],
];

const textIn = (rig: Rig, dialect: string, school: BusSchool): string =>
  filesOf(rig, dialect, school)[0]!.text;
const built = (dialect: string, text: string): FirmwareImage =>
  dialect === "avr-c" ? buildC(text).image : buildSketch(text).image;

test("several ways are among them, registers and driver chips", () =>
  expect(WAYS.map(([scheme]) => scheme)).toEqual(
    expect.arrayContaining(["register-static", "two-registers", "max7219", "ht16k33"]),
  ));

describe.each(["sketch", "sketch-direct", "avr-c"])("%s over the controller's own unit", (dialect) => {
  test.each(RIGS)("%s: it lights what the bits by hand light", (_, rig) => {
    const model = modelOf(rig);
    const text = textIn(rig, dialect, "unit");
    expect(text).not.toMatch(/shift(Out|Byte)\(/);
    const run = recordFirmware(model, built(dialect, text), RUN);
    const wanted = reads(recordFace(model, RUN));
    const seen = reads(run.stretches);
    const count = Math.min(seen.length, wanted.length);
    expect(count).toBeGreaterThan(0);
    expect(seen.slice(0, count)).toEqual(wanted.slice(0, count));
    expect(Math.abs(seen.length - wanted.length)).toBeLessThanOrEqual(1);
  });

  test("lowest bit first is sent so as well", () => {
    const rig = wired(plainDemoRig("slip-gate"), "lsb-first");
    const model = modelOf(rig);
    const run = recordFirmware(model, built(dialect, textIn(rig, dialect, "unit")), RUN);
    expect(reads(run.stretches)).toEqual(reads(recordFace(model, RUN)));
  });
});

test("a turn of the digits takes the interrupt far less time", () => {
  const rig = wired(plainDemoRig("river-level"));
  const share = (school: BusSchool) =>
    recordFirmware(modelOf(rig), built("sketch", textIn(rig, "sketch", school)), RUN).cost.interrupts.find(
      ({ name }) => name === "TIMER1_COMPA",
    )!.share;
  expect(share("unit")).toBeLessThan(share("hand") / 4);
});

test("what is said of a byte's time is what it takes", () => {
  const rig = wired(plainDemoRig("slip-gate"));
  const model = modelOf(rig);
  const offered = unitOffered(model, buildProgram(model), "sketch");
  if (!offered || "problem" in offered) throw new Error("none is offered");
  const said = Number(/in about ([\d.]+) µs/.exec(offered.says)![1]);
  const { edges } = recordFirmware(model, built("avr-c", textIn(rig, "avr-c", "unit")), 5e6, [], {
    edges: true,
  });
  const clocks = edges.filter(({ line, level }) => line === "13" && level === 1).map(({ at }) => at / 1000);
  const latched = edges.find(({ line, level, at }) => line === "7" && level === 1 && at / 1000 > clocks[0]!)!;
  const took = latched.at / 1000 - clocks[0]!;
  expect(took).toBeGreaterThan(said / 2);
  expect(took).toBeLessThan(said * 1.5);
});

describe("where it cannot be", () => {
  const problem = (rig: Rig, dialect = "sketch"): string => {
    const model = modelOf(rig);
    const written = writtenIn(model, buildProgram(model), dialect, "letters", "unit");
    return written.ok ? "" : written.message;
  };
  test.each([
    [
      "other lines",
      plainDemoRig("river-level"),
      /sends on lines 11 \(data\) and 13 \(clock\): yours are 8 and 9/,
    ],
    ["lines of their own", plainDemoRig("moorings-free"), /each line is driven by itself/],
    ["another speech", plainDemoRig("crew-tally"), /No unit of a controller speaks to the TM/],
    [
      "a controller it is not written for",
      relay(plainDemoRig("slip-gate"), withController(plainDemoRig("slip-gate").plan, "ATtiny84")),
      /not written for/,
    ],
  ])("%s", (_, rig, says) => expect(problem(rig)).toMatch(says));

  test("forms that only send by hand say so; where no bytes are sent nothing is offered", () => {
    const rig = wired(plainDemoRig("slip-gate"));
    expect(problem(rig, "c")).toMatch(/sends bytes by hand only/);
    const offered = (one: Rig, dialect: string) =>
      unitOffered(modelOf(one), buildProgram(modelOf(one)), dialect);
    expect(offered(rig, "c")).toBeUndefined();
    expect(offered(plainDemoRig("moorings-free"), "sketch")).toBeUndefined();
    expect(offered(plainDemoRig("river-level"), "sketch")).toHaveProperty("problem");
  });
});

describe("what a pattern takes on the lines", () => {
  const written = (rig: Rig, dialect: string) => {
    const model = modelOf(rig);
    const made = writtenIn(model, buildProgram(model), dialect);
    if (!made.ok) throw new Error(made.message);
    return { text: made.files[0]!.text, pace: made.pace! };
  };
  /** ns from edge to edge while something is put out, as it was measured. */
  const between = (rig: Rig, dialect: string): number => {
    const image = built(dialect, written(rig, dialect).text);
    const { edges } = recordFirmware(modelOf(rig), image, 3e8, [], { edges: true });
    const gaps = edges
      .slice(1)
      .map(({ at }, nth) => at - edges[nth]!.at)
      .filter((gap) => gap > 0 && gap < 40_000);
    return gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length;
  };
  const said = (pace: string): number[] =>
    [...pace.matchAll(/([\d.]+) (µs|ms)/g)].map(
      ([, count, unit]) => Number(count) * (unit === "ms" ? 1e6 : 1e3),
    );

  test.each(["river-level", "heat-time", "crew-tally", "lock-gauge"])(
    "%s: written directly it takes the share that is said, within a half",
    (id) => {
      const rig = { ...plainDemoRig(id), show: { ...plainDemoRig(id).show, interval: 100 } };
      const [direct, calls] = said(written(rig, "sketch-direct").pace) as [number, number];
      const measured = between(rig, "sketch-direct") / between(rig, "sketch");
      expect(direct / calls / measured).toBeGreaterThan(0.5);
      expect(direct / calls / measured).toBeLessThan(1.6);
    },
  );

  test("where registers change nothing it says so", () => {
    expect(written(plainDemoRig("oar-rack"), "sketch-direct").pace).toMatch(/as by calls/);
    expect(written(plainDemoRig("moorings-free"), "sketch-direct").pace).toMatch(/gain little/);
    expect(written(plainDemoRig("river-level"), "c").pace).toMatch(/50 changes of lines/);
  });
});
