import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import type { Move } from "../../inputs";
import { startWith } from "../../live";
import { asUnit, planProblem, relay, type Action, type Live, type Rig, type TapeItem } from "../../rig";
import { PoweredRig } from "../../sim";
import { buildProgram, liveProblems } from "..";
import { compiledLive } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";

const started = (rig: Rig, id: Parameters<typeof startWith>[1] = "count"): Rig => {
  const made = startWith(rig, id);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
/** The first button does one thing, the second another. */
const doing = (rig: Rig, ...does: readonly Action[]): Rig => ({
  ...rig,
  live: {
    ...rig.live!,
    controls: does.map((one, nth) => ({ unit: asUnit(`SW${nth + 1}`), on: "press" as const, does: one })),
  },
});
const press = (unit: string, at: number): Move[] => [
  { at, press: asUnit(unit) },
  { at: at + 90, release: asUnit(unit) },
];
const chip = started(plainDemoRig("water-warmth"));

function seen(rig: Rig, tape: readonly TapeItem[], seconds: readonly number[]) {
  const model = modelOf(rig);
  expect(liveProblems(model)).toEqual([]);
  const powered = new PoweredRig(model, buildProgram(model), tape);
  return seconds.map((second) => {
    powered.advanceTo((second - 0.1) * 1e9);
    powered.look();
    powered.advanceTo(second * 1e9);
    const { reads } = powered.look();
    const lit = [...powered.running.view().currents].filter((current) => current > 1e-6);
    return { reads: reads.trim(), current: lit.length === 0 ? 0 : Math.max(...lit) };
  });
}

test("brightness goes step by step to the ends: the light follows the sheet's shares of sixteen", () => {
  const rig = doing(chip, { light: "level", level: 0 }, { light: "brighter" });
  const tape = [
    ...press("SW1", 500),
    ...Array.from({ length: 9 }, (_, nth) => press("SW2", 1500 + nth * 300)).flat(),
  ];
  const looks = seen(rig, tape, [0.4, 1, 1.7, 2, 5]);
  const shares = looks.map(({ current }) => current / looks[1]!.current);
  // Steps 0, 1, 2 and, after as many as there are, the last: 1, 2, 4 and 14 sixteenths.
  expect(shares[2]).toBeCloseTo(2, 1);
  expect(shares[3]).toBeCloseTo(4, 1);
  expect(shares[4]).toBeCloseTo(14, 0);
});

test("round it comes from the brightest to the dimmest; dimmer stops there", () => {
  const rig = doing(chip, { light: "level", level: 7 }, { light: "round" });
  const looks = seen(rig, [...press("SW1", 500), ...press("SW2", 1000)], [0.9, 1.5]);
  expect(looks[0]!.current / looks[1]!.current).toBeCloseTo(14, 0);
  const down = doing(chip, { light: "level", level: 1 }, { light: "dimmer" });
  const low = seen(
    down,
    [...press("SW1", 400), ...press("SW2", 800), ...press("SW2", 1200)],
    [0.7, 1.1, 1.5],
  );
  expect(low[0]!.current / low[1]!.current).toBeCloseTo(2, 1);
  expect(low[2]!.current).toBeCloseTo(low[1]!.current, 6);
});

test.each(["water-warmth", "river-level", "lap-bell", "tide-notice"])(
  "%s goes dark and is lit again",
  (id) => {
    const rig = doing(started(plainDemoRig(id)), { light: "switch" }, { step: 1, value: "count" });
    const looks = seen(
      rig,
      [...press("SW1", 500), ...press("SW2", 1000), ...press("SW1", 1500)],
      [0.4, 0.9, 1.4, 2],
    );
    // What is counted in the dark is counted.
    expect(looks.map(({ reads }) => reads)).toEqual(["0", "blank", "blank", "1"]);
    expect(looks[1]!.current).toBe(0);
  },
);

test("dark and lit by events, as one dims a clock at night", () => {
  const live: Live = {
    ...chip.live!,
    events: [
      { when: { value: "count", is: "equal", than: 2 }, does: { light: "dark" } },
      { when: { value: "count", is: "equal", than: 3 }, does: { light: "lit" } },
    ],
  };
  const looks = seen(
    { ...chip, live },
    [500, 900, 1300].flatMap((at) => press("SW1", at)),
    [0.8, 1.2, 1.8],
  );
  expect(looks.map(({ reads }) => reads)).toEqual(["1", "blank", "3"]);
});

test("where nothing has steps of brightness that is said", () => {
  const rig = doing(started(plainDemoRig("river-level")), { light: "brighter" });
  expect(liveProblems(modelOf(rig)).map(({ says }) => says)).toEqual([
    "nothing here has steps of brightness: a driver chip has, which scans the digits by itself",
  ]);
});

describe("every chip that has steps sets them as its sketch does", () => {
  test.each(["max7219", "tm1637", "tm1638", "ht16k33"] as const)("%s", (scheme) => {
    const plan = (["common-cathode", "common-anode"] as const)
      .map((polarity): Rig["plan"] => ({ ...chip.plan, scheme, polarity, lines: {} }))
      .find((one) => planProblem(one) === undefined)!;
    const rig = doing(
      started(relay(plainDemoRig("water-warmth"), plan)),
      { light: "round" },
      { light: "switch" },
    );
    const moves = [...press("SW1", 300), ...press("SW1", 700), ...press("SW2", 1100), ...press("SW2", 1500)];
    const looks = seen(rig, moves, [0.25, 0.6, 1, 1.4, 1.9]);
    expect(new Set(looks.map(({ current }) => current.toFixed(5))).size).toBe(4);
    expect(compiledLive(rig, moves, 3).map(({ what }) => what)).toEqual(
      simulatedLive(rig, moves, 3).map(({ what }) => what),
    );
  });
});

describe("commands over the serial line", () => {
  const answersTo = (rig: Rig, lines: readonly string[]): string[] => {
    const model = modelOf(rig);
    expect(liveProblems(model)).toEqual([]);
    const powered = new PoweredRig(
      model,
      buildProgram(model),
      lines.map((type, nth) => ({ at: 300 + nth * 200, type })),
    );
    powered.advanceTo((lines.length + 3) * 200e6);
    const told = powered.running.told.map(({ text }) => text);
    const compiled = compiledLive(
      rig,
      lines.map((type, nth) => ({ at: 300 + nth * 200, type })),
      (lines.length + 3) * 0.2,
    );
    expect(compiled.flatMap(({ what }) => (what.startsWith("told ") ? [what.slice(5)] : []))).toEqual(told);
    return told;
  };
  const digits = started(plainDemoRig("water-warmth"), "message");

  test("dark, light and its steps, on digits of a chip that scans", () => {
    expect(answersTo(digits, ["#dark", "#light", "#light 3", "#light 8", "#light x", "#clear"])).toEqual([
      "dark",
      "light 4",
      "light 3",
      "light is from 0 to 7",
      "light is from 0 to 7",
      "cleared",
    ]);
  });

  test("faces by their number, the time of day as one says it; what is out of bounds is refused", () => {
    const rig: Rig = {
      ...digits,
      live: {
        ...digits.live!,
        values: [...digits.live!.values, { name: "day", clock: { hours: 24, start: 43_200 } }],
        faces: [{ shows: "{notice}" }, { shows: "{day.h}.{day.m:00}" }],
      },
    };
    expect(
      answersTo(rig, [
        "#face 2",
        "#face",
        "#face 3",
        "#day 1815",
        "#day",
        "#day 1260",
        "#day 2400",
        "#dark 1",
      ]),
    ).toEqual([
      "face 2",
      "face 1",
      "face is from 1 to 2",
      "day 1815",
      "day 1815",
      "day is hours and minutes, as in 730 or 1815",
      "day is hours and minutes, as in 730 or 1815",
      "dark cannot be set",
    ]);
  });

  test("how fast a text runs, on a sign; a value called like a command goes before it", () => {
    const sign = demoRig("tide-notice");
    expect(answersTo(sign, ["#speed 20", "#speed", "#speed 2"])).toEqual([
      "speed 20",
      "speed 20",
      "speed is from 5 to 60000",
    ]);
    const rig: Rig = {
      ...digits,
      live: {
        ...digits.live!,
        values: [
          ...digits.live!.values,
          { name: "light", count: { least: 0, most: 99, start: 7, wraps: false } },
        ],
      },
    };
    expect(answersTo(rig, ["#light", "#light 42"])).toEqual(["light 7", "light 42"]);
  });
});
