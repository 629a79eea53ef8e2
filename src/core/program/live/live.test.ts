import { modelOf } from "../../address";
import type { Move } from "../../inputs";
import { STARTS, startWith } from "../../live";
import {
  DEBOUNCE_WAYS,
  DEFAULT_PLAN,
  asUnit,
  ledValues,
  newRig,
  planProblem,
  relay,
  type Plan,
  type Rig,
} from "../../rig";
import { WAYS, planFor } from "../../ways";
import { compiledLive, type Did } from "../fixtures/live-compiled";
import { pressesOf } from "../fixtures/presses";
import { simulatedLive } from "../fixtures/live-simulated";
import { liveProblems } from "..";

const planned = (values: Partial<Plan>, scan?: Partial<Rig["scan"]>): Rig => {
  const rig = newRig(
    { id: "tried", name: "Tried", note: "" },
    { ...DEFAULT_PLAN, ...values },
    { ohms: 330, led: ledValues("red") },
  );
  return { ...rig, scan: { ...rig.scan, ...scan } };
};

const started = (rig: Rig, id: (typeof STARTS)[number]["id"]): Rig => {
  const made = startWith(rig, id);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};

/** Presses of the buttons one after the other, a long hold, a sensor that goes up and down. */
function hands(rig: Rig): Move[] {
  const units = rig.units.filter(({ part }) =>
    ["button", "potentiometer", "warmth-sensor", "distance-sensor"].includes(part),
  );
  const talks = rig.live?.values.some((value) => "message" in value);
  if (talks) return ["12.4", "AbC dEf", "-", "#x"].map((type, nth) => ({ at: 500 + nth * 700, type }));
  const keypad = rig.units.find(({ part }) => part.startsWith("keypad"))?.ref;
  if (keypad)
    return ["4", "2", "#", "7", "*", "0", "#"].flatMap((key, nth): Move[] => [
      { at: 400 + nth * 610, press: keypad, key },
      { at: 500 + nth * 610, release: keypad, key },
    ]);
  const world = units.flatMap(({ ref, part }): Move[] =>
    part === "button"
      ? []
      : Array.from({ length: 12 }, (_, at) => ({
          at: 400 + at * 611,
          set: asUnit(ref),
          to: (at * 37) % 100,
        })),
  );
  return [...pressesOf(rig), ...world];
}

/** A distance is measured every 100 ms, and a clock chip looked at every 250. */
const aLookOf = (id: string): number =>
  id === "clock-chip" ? 300_000 : id === "distance" ? 150_000 : 60_000;

/** A sensor is asked at every turn: which of two turns an echo falls into is a matter of a pass. */
const isAsking = ({ what }: Did, nth: number, all: readonly Did[]): boolean =>
  /^line \d+ [01]$/.test(what) && all.filter((one) => one.what === what).length > 20;

/** Which hundredth a stopwatch stops at is a matter of a pass more or less. */
const inTenths = (rig: Rig): Rig => ({
  ...rig,
  live: {
    ...rig.live!,
    values: rig.live!.values.map((value) =>
      "timer" in value && value.timer.tick === 10
        ? { ...value, timer: { ...value.timer, tick: 100 as const } }
        : value,
    ),
    faces: rig.live!.faces.map((face) => ({ ...face, shows: face.shows.replace("run.c:00", "run.d") })),
  },
});

/** Two runs do the same, in the same order, at about the same times. */
function expectAlike(allCompiled: readonly Did[], allSimulated: readonly Did[], within: number): void {
  const [compiled, simulated] = [allCompiled, allSimulated].map((all) =>
    all.filter((one, nth) => !isAsking(one, nth, all)),
  ) as [Did[], Did[]];
  expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
  compiled.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(within));
}

describe("a sketch that reacts does what the simulation does", () => {
  const four = planned({
    scheme: "two-registers",
    digits: 4,
    polarity: "common-anode",
    digitSwitch: "transistor",
  });

  // Numbers by chance depend on the microsecond, which the two count differently.
  test.each(STARTS.map(({ id }) => id).filter((id) => id !== "chance"))(
    "%s, digits kept by the loop",
    (id) => {
      const rig = inTenths(started(four, id));
      expect(liveProblems(modelOf(rig))).toEqual([]);
      const moves = hands(rig);
      const compiled = compiledLive(rig, moves, 8);
      expect(compiled.length).toBeGreaterThan(3);
      expectAlike(compiled, simulatedLive(rig, moves, 8), aLookOf(id));
    },
  );

  // Which hundredth a stopwatch stops at is a matter of a pass more or less.
  test.each(STARTS.map(({ id }) => id).filter((id) => id !== "chance" && id !== "stopwatch"))(
    "%s counted in digits with carries shows what it shows otherwise",
    (id) => {
      const rig = started(four, id);
      const counted: Rig = { ...rig, live: { ...rig.live!, digits: "carry" } };
      const moves = hands(rig);
      const simulated = simulatedLive(counted, moves, 8);
      expectAlike(compiledLive(counted, moves, 8), simulated, aLookOf(id));
      expectAlike(simulatedLive(rig, moves, 8), simulated, 200_000);
    },
  );

  test("a count and a clock that are kept, spread and at one place", () => {
    for (const [spread, digits] of [
      [true, "divide"],
      [false, "divide"],
      [true, "carry"],
    ] as const) {
      const rig = started(four, "count");
      const kept: Rig = {
        ...rig,
        live: {
          ...rig.live!,
          digits,
          values: [
            ...rig.live!.values.map((value) => ({ ...value, kept: true }) as typeof value),
            { name: "day", clock: { hours: 24, start: 86_390, correction: 900 }, kept: true },
          ],
          faces: [
            { shows: "{count}", for: 700 },
            { shows: "{day.h}.{day.m:00}", for: 300 },
          ],
          keep: { every: 300, spread },
        },
      };
      const moves = hands(kept);
      expectAlike(compiledLive(kept, moves, 8), simulatedLive(kept, moves, 8), 90_000);
    }
  });

  test.each(DEBOUNCE_WAYS.filter((way) => way !== "none"))(
    "a countdown kept by a timer, contacts by %s",
    (way) => {
      const rig = started({ ...four, scan: { ...four.scan, school: "timer" } }, "countdown");
      const given = {
        ...rig,
        live: { ...rig.live!, debounce: { way, ms: 24 }, digits: "subtract" as const },
      };
      const moves = hands(given);
      expectAlike(compiledLive(given, moves, 8), simulatedLive(given, moves, 8), 8000);
    },
  );

  test.each(
    WAYS.filter(({ scheme, module }) => scheme !== "logic" && !module?.includes("dots")).map(
      (way) => [way.id, way] as const,
    ),
  )("%s", (_, way) => {
    const found = (["common-cathode", "common-anode"] as const).flatMap((polarity) =>
      [4, 1].flatMap((digits) => {
        const plan = planFor({ plan: { ...four.plan, polarity, digits } }, way);
        if (planProblem(plan) !== undefined) return [];
        const made = startWith(relay(four, plan), "count");
        return made.ok && liveProblems(modelOf(made.rig)).length === 0 ? [made.rig] : [];
      }),
    );
    expect(found.length).toBeGreaterThan(0);
    for (const rig of found) {
      const moves = hands(rig);
      const compiled = compiledLive(rig, moves, 4);
      expect(compiled.length).toBeGreaterThan(4);
      expectAlike(compiled, simulatedLive(rig, moves, 4), 60_000);
    }
  });
});
