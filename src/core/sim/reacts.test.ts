import fc from "fast-check";
import { demoRig } from "@/demo";
import { modelOf } from "../address";
import type { Move } from "../inputs";
import { startWith } from "../live";
import { buildProgram, liveProblems } from "../program";
import { asUnit, type DebounceWay, type Live, type Rig } from "../rig";
import { PoweredRig, Simulation, playTape, readView } from ".";

const started = (id: string, start: Parameters<typeof startWith>[1]): Rig => {
  const made = startWith(demoRig(id), start);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};
const SW1 = asUnit("SW1");
const bell = demoRig("lap-bell");
const withLive = (rig: Rig, values: Partial<Live>): Rig => ({ ...rig, live: { ...rig.live!, ...values } });
const bouncing = (rig: Rig, bounce: number): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.ref === SW1 ? { ...unit, hand: { bounce } } : unit)),
});
const run = (rig: Rig, moves: readonly Move[] = []) => {
  const model = modelOf(rig);
  const simulation = new Simulation(model, buildProgram(model));
  simulation.expect(moves);
  return {
    simulation,
    at: (ms: number) => {
      simulation.advanceTo(ms * 1e6 - 40e6);
      simulation.view();
      simulation.advanceTo(ms * 1e6);
      return readView(model, simulation.view()).reads.trim();
    },
  };
};
const press = (at: number, ms = 100): Move[] => [
  { at, press: SW1 },
  { at: at + ms, release: SW1 },
];

test.each(bell.tapes!)("the lap bell, $name: it happened as expected", (tape) => {
  const { checked } = playTape(modelOf(bell), tape);
  expect(checked.map(({ ok }) => ok)).toEqual(checked.map(() => true));
});

test("an expectation that does not come true says what was there", () => {
  const { checked } = playTape(modelOf(bell), {
    items: [
      { at: 300, reads: "13" },
      { at: 300, output: asUnit("BZ1"), on: true },
      { at: 300, value: "lapsToGo", least: 1, most: 3 },
      { at: 300, value: "laps", least: 1, most: 3 },
    ],
  });
  expect(checked).toEqual([
    { nth: 0, ok: false, saw: "reads “12”" },
    { nth: 1, ok: false, saw: "BZ1 is off" },
    { nth: 2, ok: false, saw: "lapsToGo is 12" },
    { nth: 3, ok: false, saw: "there is no value called laps" },
  ]);
});

test("a count stops at its end, or comes round", () => {
  const moves = Array.from({ length: 15 }, (_, nth) => press(200 + nth * 200)).flat();
  expect(run(bell, moves).simulation).toBeDefined();
  const stops = run(bell, moves);
  stops.simulation.advanceTo(4e9);
  expect(stops.simulation.variable("lapsToGo")).toBe(0);
  const round = run(
    withLive(bell, { values: [{ name: "lapsToGo", count: { least: 0, most: 12, start: 12, wraps: true } }] }),
    moves,
  );
  round.simulation.advanceTo(4e9);
  expect(round.simulation.variable("lapsToGo")).toBe(12 - 15 + 13);
});

describe("a contact that bounces for 9 ms", () => {
  const pressedBy = (way: DebounceWay, ms = 20): number => {
    const rig = withLive(bouncing(bell, 9), { debounce: { way, ms } });
    const { simulation } = run(rig, Array.from({ length: 5 }, (_, nth) => press(200 + nth * 300)).flat());
    simulation.advanceTo(2e9);
    return 12 - simulation.variable("lapsToGo")!;
  };

  test.each(["wait", "samples", "states"] as const)("counts once a press by %s", (way) =>
    expect(pressedBy(way)).toBe(5),
  );

  test("counts several times as it comes", () => expect(pressedBy("none")).toBeGreaterThan(8));

  test("counts several times where it is not given time to rest", () =>
    expect(pressedBy("states", 0)).toBeGreaterThan(5));
});

test("a blocking wait freezes the digits that take turns: one is lit longer, the others not at all", () => {
  const rig = withLive(started("moorings-free", "count"), {
    debounce: { way: "wait", ms: 200 },
    values: [{ name: "count", count: { least: 0, most: 9999, start: 8888, wraps: false } }],
  });
  const looped: Rig = { ...rig, scan: { ...rig.scan, school: "loop" } };
  const model = modelOf(looped);
  const simulation = new Simulation(model, buildProgram(model));
  simulation.expect(press(500, 400));
  const dark = () => {
    const { currents } = simulation.view();
    return model.digits.filter((id) =>
      model.addresses.every(
        ({ pip }, at) => !pip.startsWith(`${id.unit}.${id.digit}.`) || currents[at]! < 0.05,
      ),
    ).length;
  };
  simulation.advanceTo(400e6);
  simulation.view();
  simulation.advanceTo(480e6);
  const before = dark();
  simulation.advanceTo(540e6);
  simulation.view();
  simulation.advanceTo(640e6);
  expect(simulation.variable("sw1Down")).toBe(1);
  expect(dark()).not.toBe(before);
});

test("what a hand did is played again edge for edge, whatever the steps time was gone on in", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.boolean()), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 1, max: 60 }),
      (gestures, step) => {
        const live = run(bell);
        const tape: Move[] = [];
        let now = 0;
        for (const [after, down] of gestures) {
          const until = now + after;
          for (; now < until; now += step) live.simulation.advanceTo(Math.min(until, now + step) * 1e6);
          now = until;
          tape.push(live.simulation.move(down ? { at: 0, press: SW1 } : { at: 0, release: SW1 }));
        }
        live.simulation.advanceTo((now + 500) * 1e6);
        const again = run(bell, tape);
        again.simulation.advanceTo((now + 500) * 1e6);
        for (const name of ["lapsToGo", "sw1Since", "sw1Down", "face"])
          expect(again.simulation.variable(name)).toBe(live.simulation.variable(name));
      },
    ),
    { numRuns: 25 },
  );
});

test("a countdown shows its minutes, blinks at zero and sounds", () => {
  const rig = started("river-level", "countdown");
  const short = withLive(rig, {
    values: [{ name: "left", timer: { way: "down", presets: [62], tick: 1000, starts: "by-itself" } }],
  });
  const { at, simulation } = run(short);
  expect(at(500)).toBe("01.02");
  expect(at(3500)).toBe("00.59");
  expect(at(62_200)).toBe("00.00");
  expect(simulation.variable("bz1On")).toBe(1);
  expect(at(62_450)).toBe("blank");
  expect(at(64_000)).toMatch(/00.00|blank/);
  expect(simulation.variable("bz1On")).toBe(0);
});

test("a clock carries into hours and days, by its corrected second", () => {
  const clock = (start: number, correction?: number): Rig =>
    withLive(started("river-level", "clock"), {
      values: [{ name: "day", clock: { hours: 24, start, ...(correction ? { correction } : {}) } }],
    });
  expect(run(clock(86_399)).at(1200)).toBe("0.00");
  expect(run(clock(43_199)).at(1200)).toBe("12.00");
  // Half an hour a day faster: 60 s of the board are 61.25 s of the clock.
  const fast = run(clock(0, 1800));
  fast.simulation.advanceTo(60e9);
  expect(fast.simulation.variable("dayMinutes")! * 60 + fast.simulation.variable("daySeconds")!).toBe(61);
});

test("a day of a clock is gone through in a moment, and ends on its second", () => {
  const rig = started("lap-bell", "clock");
  const { simulation } = run(rig);
  simulation.advanceTo(86_400e9 + 20e6);
  expect(simulation.variable("dayHours")).toBe(12);
  expect(simulation.variable("dayMinutes")).toBe(0);
  expect(simulation.variable("daySeconds")).toBe(0);
});

describe("a reading that trembles", () => {
  const knob = started("river-level", "knob");
  const trembling: Rig = {
    ...knob,
    units: knob.units.map((unit) =>
      unit.part === "potentiometer" ? { ...unit, hand: { noise: 0.4, rests: 50 } } : unit,
    ),
  };
  const changes = (samples: 1 | 16, hysteresis: number): number => {
    const [value] = trembling.live!.values;
    if (!value || !("reading" in value)) throw new Error("a knob is read");
    const { simulation } = run(
      withLive(trembling, { values: [{ ...value, reading: { ...value.reading, samples, hysteresis } }] }),
    );
    let [last, count] = [simulation.variable("level"), 0];
    for (let ms = 60; ms < 4000; ms += 50) {
      simulation.advanceTo(ms * 1e6);
      if (simulation.variable("level") !== last) count += 1;
      last = simulation.variable("level");
    }
    return count;
  };
  test("jumps between numbers, less by a mean, hardly at all by hysteresis", () => {
    const plain = changes(1, 1);
    expect(plain).toBeGreaterThan(15);
    expect(changes(16, 1)).toBeLessThan(plain);
    expect(changes(16, 2)).toBeLessThan(4);
  });
});

describe("what outlives a power cut", () => {
  const keeping = (keep: Live["keep"]): Rig =>
    withLive(bell, {
      values: [
        { ...(bell.live!.values[0] as Extract<Live["values"][number], { count: unknown }>), kept: true },
      ],
      keep,
    });
  const pressedTwice = [...press(300), ...press(600)];
  const cutAt = (rig: Rig, at: number, moves: readonly Move[] = pressedTwice, after = 100) => {
    const model = modelOf(rig);
    const powered = new PoweredRig(model, buildProgram(model), [...moves, { at, cut: "power" }]);
    powered.advanceTo((at + after) * 1e6);
    return powered.live()!.values.lapsToGo;
  };

  test("comes back as it was written; what had no time to be written does not", () => {
    expect(cutAt(keeping({ every: 50, spread: true }), 900)).toBe(10);
    // Nothing is written in the first ten seconds.
    expect(cutAt(keeping({ every: 10_000, spread: true }), 900)).toBe(12);
    const { kept: _, ...forgetful } = bell.live!.values[0] as Extract<
      Live["values"][number],
      { count: unknown }
    >;
    expect(cutAt(withLive(bell, { values: [forgetful] }), 900)).toBe(12);
  });

  test("cut at any moment it is a value that was written whole: none between, none made up", () => {
    const spread = keeping({ every: 20, spread: true });
    const model = modelOf(spread);
    const program = buildProgram(model);
    fc.assert(
      fc.property(fc.integer({ min: 5_000, max: 900_000 }), (microseconds) => {
        const powered = new PoweredRig(model, program, [
          ...press(300),
          ...press(600),
          { at: microseconds / 1000, cut: "power" },
        ]);
        powered.advanceTo(microseconds * 1000 + 10e6);
        expect([12, 11, 10]).toContain(powered.live()!.values.lapsToGo);
      }),
      { numRuns: 40 },
    );
  });

  test("at one place a cut in the middle of a write loses it: the rig begins anew", () => {
    const one = keeping({ every: 20, spread: false });
    const seen = new Set<number | undefined>();
    // The button is still held: once it has settled it counts again.
    for (let ms = 620; ms < 640; ms += 0.5) seen.add(cutAt(one, ms, pressedTwice, 5));
    expect(seen).toContain(12);
    expect(seen).toContain(11);
  });

  test("more writes than there are places come round: the newest is found", () => {
    const rig = withLive(keeping({ every: 1, spread: true }), {
      values: [{ name: "lapsToGo", count: { least: 0, most: 12, start: 12, wraps: true }, kept: true }],
    });
    const moves = Array.from({ length: 130 }, (_, nth) => press(200 + nth * 90, 45)).flat();
    expect(cutAt(rig, 200 + 130 * 90 + 200, moves)).toBe((((12 - 130) % 13) + 13) % 13);
  });

  test("a board without such a memory says so at the value", () => {
    const esp = withLive(started("lamp-room", "count"), {});
    const kept: Rig = withLive(esp, {
      values: esp.live!.values.map((value) => ({ ...value, kept: true }) as typeof value),
    });
    expect(liveProblems(modelOf(kept))).toMatchObject([
      { at: "values", says: expect.stringMatching(/no memory/) },
    ]);
  });
});
