import { plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { chipKeys, wireKey, wireUp, type Move } from "../../inputs";
import { startWith } from "../../live";
import {
  DEBOUNCE_WAYS,
  DEFAULT_PLAN,
  asUnit,
  ledValues,
  moduleByKind,
  newRig,
  withModule,
  type Live,
  type Plan,
  type Rig,
  type TapeItem,
  type UnitRef,
} from "../../rig";
import { playTape } from "../../sim";
import { compiledLive } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";
import { liveProblems } from "..";

const planned = (plan: Plan): Rig =>
  newRig({ id: "tried", name: "Tried", note: "" }, plan, { ohms: 330, led: ledValues("red") });
const four = planned({
  ...DEFAULT_PLAN,
  scheme: "two-registers",
  digits: 4,
  polarity: "common-anode",
  digitSwitch: "transistor",
});
const gauge = plainDemoRig("lock-gauge");

const PLAIN: Pick<Live, "debounce" | "digits" | "events"> = {
  debounce: { way: "states", ms: 20 },
  digits: "divide",
  events: [],
};

const key = (
  unit: UnitRef,
  at: number,
  face: string,
): Extract<Move, { press: UnitRef } | { release: UnitRef }>[] => [
  { at, press: unit, key: face },
  { at: at + 90, release: unit, key: face },
];

/** The keypad of the ready start, and its rig. */
function keypad(rig: Rig) {
  const started = startWith(rig, "entry");
  if (!started.ok) throw new Error(started.message);
  return { rig: started.rig, unit: asUnit("KP1") };
}

const unmet = (rig: Rig, items: readonly TapeItem[]) =>
  playTape(modelOf(rig), { items })
    .checked.filter(({ ok }) => !ok)
    .map(({ nth, saw }) => `${nth}: ${saw}`);

describe("a keypad", () => {
  test("types, accepts, refuses, clears", () => {
    const { rig, unit } = keypad(gauge);
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const limited: Rig = {
      ...rig,
      live: {
        ...rig.live!,
        values: [{ name: "entry", entry: { digits: 2, least: 1, most: 24, start: 7 } }],
      },
    };
    expect(
      unmet(limited, [
        { at: 100, reads: "7" },
        ...key(unit, 200, "1"),
        { at: 350, reads: "1" },
        ...key(unit, 400, "9"),
        { at: 550, reads: "19" },
        // There is room for two.
        ...key(unit, 600, "9"),
        { at: 750, reads: "19" },
        ...key(unit, 800, "#"),
        { at: 950, value: "entry", least: 19, most: 19 },
        ...key(unit, 1000, "3"),
        ...key(unit, 1200, "0"),
        ...key(unit, 1400, "#"),
        // Refused: what counted before counts still.
        { at: 1600, value: "entry", least: 19, most: 19 },
        ...key(unit, 2800, "4"),
        ...key(unit, 3000, "*"),
        { at: 3200, reads: "19" },
      ]),
    ).toEqual([]);
  });

  test.each(DEBOUNCE_WAYS)("by a sketch as by the simulation, contacts by %s", (way) => {
    const { rig, unit } = keypad(four);
    const given: Rig = {
      ...rig,
      units: rig.units.map((one) =>
        one.ref === unit ? { ...one, hand: { bounce: way === "none" ? 0 : 5 } } : one,
      ),
      live: { ...rig.live!, debounce: { way, ms: 20 } },
    };
    const moves = ["4", "2", "0", "#", "1", "*", "9", "#"].flatMap((face, nth) =>
      key(unit, 300 + nth * 400, face),
    );
    const compiled = compiledLive(given, moves, 4);
    expect(compiled.length).toBeGreaterThan(6);
    const simulated = simulatedLive(given, moves, 4);
    expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
    compiled.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(60_000));
  });

  test("three corners of a rectangle make the fourth read as pressed", () => {
    const { rig, unit } = keypad(gauge);
    const held = ["1", "3", "7"].flatMap((face): TapeItem[] => [{ at: 200, press: unit, key: face }]);
    const counting: Rig = {
      ...rig,
      live: {
        ...PLAIN,
        values: [{ name: "ghosts", count: { least: 0, most: 9, start: 0, wraps: false } }],
        faces: [{ shows: "{ghosts}" }],
        controls: [{ unit, key: "9", on: "press", does: { step: 1, value: "ghosts" } }],
      },
    };
    expect(unmet(counting, [...held.slice(0, 2), { at: 400, reads: "0" }])).toEqual([]);
    expect(unmet(counting, [...held, { at: 400, reads: "1" }])).toEqual([]);
  });

  test("a row on no line is told, and so is a key it does not have", () => {
    const { rig, unit } = keypad(four);
    const cut = {
      ...rig,
      wires: rig.wires.filter(({ from, to }) => ![from, to].some((leg) => leg === `${unit}.2`)),
    };
    expect(liveProblems(modelOf(cut)).map(({ says }) => says)[0]).toMatch(/^KP1 leg 2 is on no line/);
    const live = { ...rig.live!, controls: [{ ...rig.live!.controls[0]!, key: "A" }] };
    expect(liveProblems(modelOf({ ...rig, live })).map(({ says }) => says)).toEqual([
      "KP1 has no key A: it has 1 2 3 4 5 6 7 8 9 * 0 #",
    ]);
  });
});

describe("keys a chip reads", () => {
  const board = planned(withModule(DEFAULT_PLAN, moduleByKind("digits-8-lamps-keys-tm1638")));
  const bare = planned({ ...DEFAULT_PLAN, scheme: "tm1637", digits: 4, polarity: "common-anode" });

  /** Each key counts a value of its own. */
  function counting(rig: Rig, units: readonly UnitRef[]): Rig {
    return {
      ...rig,
      live: {
        ...PLAIN,
        values: units.map((_, nth) => ({
          name: `n${nth + 1}`,
          count: { least: 0, most: 9, start: 0, wraps: true },
        })),
        faces: [{ shows: units.map((_, nth) => `{n${nth + 1}}`).join("") }],
        controls: units.map((unit, nth) => ({ unit, on: "press", does: { step: 1, value: `n${nth + 1}` } })),
      },
    };
  }
  const press = (unit: UnitRef, at: number): TapeItem[] => [
    { at, press: unit },
    { at: at + 100, release: unit },
  ];

  test("a module comes with its keys, numbered as the chip tells of them", () => {
    expect(chipKeys(modelOf(board)).map(({ unit, chip, number }) => `${unit} ${chip} ${number}`)).toEqual(
      [17, 19, 21, 23, 18, 20, 22, 24].map((number, nth) => `S${nth + 1} U1 ${number}`),
    );
  });

  test("each of the eight counts, two at once as well", () => {
    const keys = chipKeys(modelOf(board)).map(({ unit }) => unit);
    const rig = counting(board, keys);
    expect(liveProblems(modelOf(rig))).toEqual([]);
    expect(
      unmet(rig, [
        ...keys.flatMap((unit, nth) => press(unit, 200 + nth * 150)),
        { at: 1500, reads: "11111111" },
        ...press(keys[0]!, 1600),
        ...press(keys[7]!, 1620),
        { at: 1900, reads: "21111112" },
      ]),
    ).toEqual([]);
  });

  test.each([
    ["over three wires", board, 8],
    ["over two wires, one key at a time", bare, 4],
  ] as const)("a sketch reads them as the simulation does, %s", (_, plain, count) => {
    let rig: Rig = plain;
    for (let nth = chipKeys(modelOf(rig)).length; nth < count; nth += 1) {
      const wired = wireKey(modelOf(rig), asUnit("U1"));
      if (!wired.ok) throw new Error(wired.message);
      rig = wired.rig;
    }
    const units = chipKeys(modelOf(rig)).map(({ unit }) => unit);
    const counted = counting(rig, units);
    const moves = units.flatMap((unit, nth) => press(unit, 200 + nth * 230) as Move[]);
    const compiled = compiledLive(counted, moves, 2.5);
    expect(compiled.length).toBe(count + 1);
    const simulated = simulatedLive(counted, moves, 2.5);
    expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
    compiled.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(30_000));
  });

  test("buttons wired to a bare chip, one by one, until it has no key left", () => {
    let rig = bare;
    const units: UnitRef[] = [];
    for (let nth = 0; nth < 16; nth += 1) {
      const wired = wireKey(modelOf(rig), asUnit("U1"));
      if (!wired.ok) throw new Error(wired.message);
      rig = wired.rig;
      units.push(wired.ref);
    }
    expect(wireKey(modelOf(rig), asUnit("U1"))).toEqual({ ok: false, message: "U1 has all of its 16 keys." });
    const four = counting(rig, units.slice(0, 4));
    expect(liveProblems(modelOf(four))).toEqual([]);
    expect(
      unmet(four, [
        ...units.slice(0, 4).flatMap((unit, nth) => press(unit, 200 + nth * 200)),
        { at: 1200, reads: "1111" },
      ]),
    ).toEqual([]);
  });

  test("a button to a line beside them is read as ever", () => {
    const wired = wireUp(modelOf(board), "button");
    if (!wired.ok) throw new Error(wired.message);
    const [first] = chipKeys(modelOf(wired.rig));
    const rig = counting(wired.rig, [first!.unit, wired.ref]);
    expect(
      unmet(rig, [...press(first!.unit, 200), ...press(wired.ref, 400), { at: 700, reads: "11" }]),
    ).toEqual([]);
  });
});
