import { plainDemoRig } from "@/demo";
import { modelOf } from "../address";
import { checkModel } from "../check";
import { startWith } from "../live";
import { buildProgram, liveProblems } from "../program";
import {
  asUnit,
  legRef,
  relay,
  removeWire,
  withController,
  type Live,
  type Rig,
  type TapeItem,
  controllerUnit,
} from "../rig";
import { PoweredRig } from "../sim";
import { clockLines, wireUp } from ".";

const SE1 = asUnit("SE1");
const started = (name: string): Rig => {
  const made = startWith(plainDemoRig(name), "clock-chip");
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const plain = started("water-warmth");
const withFace = (rig: Rig, shows: string, values: Partial<Live> = {}): Rig => ({
  ...rig,
  live: { ...rig.live!, faces: [{ shows }], ...values },
});
const from = (rig: Rig, rests: number): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === SE1 ? { ...unit, hand: { rests } } : unit)),
});
/** What reads at moments, in seconds. */
function readsAt(rig: Rig, seconds: readonly number[], tape: readonly TapeItem[] = []): string[] {
  const model = modelOf(rig);
  expect(liveProblems(model)).toEqual([]);
  const powered = new PoweredRig(model, buildProgram(model), tape);
  return seconds.map((second) => {
    powered.advanceTo((second - 0.05) * 1e9);
    powered.look();
    powered.advanceTo(second * 1e9);
    return powered.look().reads.trim();
  });
}
const seconds = withFace(plain, "{day.m:00}.{day.s:00}");
const held = (unit: string, at: number): TapeItem[] => [
  { at, press: asUnit(unit) },
  { at: at + 120, release: asUnit(unit) },
];

test("it shows what the chip says, over midnight", () => {
  expect(readsAt(from(seconds, 86_397), [1.5, 2.5, 3.5, 64.5])).toEqual(["59.58", "59.59", "00.00", "01.01"]);
  expect(readsAt(from(plain, 86_390), [5, 12])).toEqual(["23.59", "0.00"]);
});

test.each(["divide", "carry"] as const)("numbers held by %s, in twelve hours", (digits) => {
  const twelve = withFace(plain, "{day.h}.{day.m:00}", {
    digits,
    values: [{ name: "day", clock: { hours: 12, start: 0, chip: SE1 } }],
  });
  for (const [at, reads] of [
    [59, "12.00"],
    [46_800, "1.00"],
    [72_059, "8.00"],
  ] as const)
    expect(readsAt(from(twelve, at), [0.5])).toEqual([reads]);
});

test("what is set by buttons is set in the chip: the power may be cut, and the time goes on meanwhile", () => {
  const tape: TapeItem[] = [...held("SW1", 1000), ...held("SW2", 2000), { at: 4000, cut: "power" }];
  expect(readsAt(from(plain, 3570), [3, 3.9, 4.6, 66], tape)).toEqual(["1.00", "1.00", "1.00", "1.01"]);
});

test("it is looked at in the first pass: what is set at once is set from the time the chip says", () => {
  const model = modelOf(plain);
  const powered = new PoweredRig(model, buildProgram(model), held("SW1", 5));
  powered.advanceTo(4e6);
  expect(powered.live()!.values.day).toBe(12 * 60 + 30);
  powered.advanceTo(200e6);
  expect(powered.live()!.values.day).toBe(13 * 60 + 30);
});

test("set by hand it is followed", () => {
  expect(readsAt(seconds, [1, 3], [{ at: 2000, set: SE1, to: 7384 }])).toEqual(["30.00", "03.04"]);
});

test("a chip that is looked at costs the loop the time of its bits, at the pace of the calls", () => {
  const model = modelOf(plain);
  const powered = new PoweredRig(model, buildProgram(model));
  powered.advanceTo(10e9);
  const { spent } = powered.running.work()!;
  const all = spent.out + spent.reading + spent.waiting + spent.working + spent.idle;
  // Seven bytes of nine clocks each, four times a second, three calls a clock.
  expect(spent.working / all).toBeGreaterThan(0.002);
  expect(spent.working / all).toBeLessThan(0.01);
});

describe("what stands in the way is said", () => {
  const without = (leg: string) =>
    plain.wires
      .filter(({ from: one, to }) => [one, to].includes(legRef(SE1, leg)))
      .reduce((now, { id }) => removeWire(now, id), plain);
  test.each([
    ["1", /no supply/],
    ["3", /SDA of SE1 is on no line/],
    ["4", /SCL of SE1 is on no line/],
  ])("leg %s off", (leg, says) => {
    expect(
      liveProblems(modelOf(without(leg)))
        .map((problem) => problem.says)
        .join(),
    ).toMatch(says);
  });

  test("no such part, or another", () => {
    const of = (chip: string) =>
      withFace(plain, "{day.m}", {
        values: [{ name: "day", clock: { hours: 24, start: 0, chip: asUnit(chip) } }],
      });
    for (const chip of ["SE9", "SW1"])
      expect(liveProblems(modelOf(of(chip)))[0]!.says).toBe(`${chip} is no clock chip`);
  });

  test("logic reads none", () => {
    const logic = started("oar-rack");
    expect(liveProblems(modelOf(logic))).toEqual([]);
    const boats = plainDemoRig("boats-out");
    const live: Live = {
      ...logic.live!,
      controls: [],
      values: [{ name: "day", clock: { hours: 24, start: 0, chip: SE1 } }],
    };
    expect(
      liveProblems(modelOf({ ...boats, live }))
        .map(({ says }) => says)
        .join(),
    ).toMatch(/logic reads no clock chip/);
  });
});

describe("boards of 3.3 V", () => {
  const board = relay(plainDemoRig("water-warmth"), withController(plain.plan, "RP2040-board"));
  const wired = (id: string) => {
    const made = wireUp(modelOf(board), id);
    if (!made.ok) throw new Error(made.message);
    return modelOf(made.rig);
  };
  const over = (id: string) =>
    checkModel(wired(id)).filter((finding) => finding.id.startsWith("input-over-SE1"));

  test("the compensated one works from them; calls that are quicker than it wait", () => {
    expect(over("clock-chip")).toEqual([]);
    expect(clockLines(wired("clock-chip"), SE1)).toMatchObject({ address: 0x68, step: 1300 });
    const made = startWith(board, "clock-chip");
    if (!made.ok) throw new Error(made.message);
    expect(readsAt(from(withFace(made.rig, "{day.m:00}.{day.s:00}"), 754), [1.5])).toEqual(["12.35"]);
  });

  test("the bare one wants 5 V, which its pull-ups put on the lines", () => {
    const found = over("clock-chip-bare");
    expect(found).toHaveLength(2);
    expect(found[0]).toMatchObject({ severity: "fault", remedy: expect.stringMatching(/compensated/) });
  });
});

test("on the display's own I²C bus it needs no lines more: chips are told apart by their addresses", () => {
  const sign = relay(plainDemoRig("water-warmth"), {
    ...plainDemoRig("water-warmth").plan,
    scheme: "ht16k33",
    polarity: "common-cathode",
  });
  const made = startWith(sign, "clock-chip");
  if (!made.ok) throw new Error(made.message);
  const [bus] = modelOf(made.rig).encoding.buses!;
  expect(bus!.protocol).toBe("i2c");
  const own = clockLines(modelOf(made.rig), SE1);
  if ("problem" in own) throw new Error(own.problem);
  const board = controllerUnit(made.rig)!.ref;
  const moved: Rig = {
    ...made.rig,
    wires: made.rig.wires.map((wire) => {
      const leg = [wire.from, wire.to].includes(legRef(SE1, "3"))
        ? bus!.data
        : [wire.from, wire.to].includes(legRef(SE1, "4"))
          ? bus!.clock
          : undefined;
      if (leg === undefined) return wire;
      const line = legRef(board, leg);
      return wire.from.startsWith(SE1) ? { ...wire, to: line } : { ...wire, from: line };
    }),
  };
  expect(readsAt(from(moved, 47_000), [1])).toEqual(["13.03"]);
  expect(checkModel(modelOf(moved)).filter(({ id }) => id.startsWith("live-line"))).toEqual([]);
});
