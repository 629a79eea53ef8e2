import { plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import type { Move } from "../../inputs";
import { asLeg, relay, withController, withoutModule, type Live, type Rig, type TapeItem } from "../../rig";
import { playTape } from "../../sim";
import { compiledLive } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";
import { liveProblems } from "..";

const tide = plainDemoRig("tide-notice");
const digits = plainDemoRig("lock-gauge");

const LIVE: Live = {
  values: [
    { name: "notice", message: { most: 12, start: "Hi", waits: false } },
    { name: "berths", count: { least: 0, most: 20, start: 3, wraps: false } },
    { name: "heat", timer: { way: "down", presets: [90], tick: 1000, starts: "when-told" } },
  ],
  faces: [{ shows: "{notice}" }],
  controls: [],
  events: [],
  debounce: { way: "states", ms: 20 },
  digits: "divide",
  sign: { font: "narrow", align: "left", step: 20 },
};
const having = (rig: Rig, more: Partial<Live> = {}): Rig => ({ ...rig, live: { ...LIVE, ...more } });
const line = (at: number, type: string): Extract<Move, { type: string }> => ({ at, type });

describe("a message and its commands, by a sketch as by the simulation", () => {
  const moves: Move[] = [
    line(200, "HIGH 14:32"),
    line(400, "a line that is too long"),
    line(600, "#berths"),
    line(700, "#berths 12"),
    line(800, "#berths 21"),
    line(900, "#berths -1"),
    line(1000, "#berths x"),
    line(1100, "#heat 45"),
    line(1200, "#notice"),
    line(1300, "#berth"),
    line(1400, "18 °C"),
    { at: 1600, torn: "never en" },
    line(2900, "12.5"),
    line(3000, ""),
  ];

  test.each<[string, Rig]>([
    ["on dots", having(tide)],
    ["on digits", having(digits)],
    ["running", having(tide, { faces: [{ shows: "{notice} {berths}", runs: "left" }] })],
  ])("%s", (_, rig) => {
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const compiled = compiledLive(rig, moves, 4);
    const simulated = simulatedLive(rig, moves, 4);
    expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
    compiled.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(30_000));
    expect(simulated.map(({ what }) => what).filter((what) => what.startsWith("told"))).toEqual([
      "told shown",
      "told shown, cut to 12 characters",
      "told berths 3",
      "told berths 12",
      "told berths is from 0 to 20",
      "told berths is from 0 to 20",
      "told berths is from 0 to 20",
      "told heat 45",
      "told no value of that name",
      "told no value of that name",
      "told shown",
      "told cut off: no end of line within a second",
      "told shown",
      "told shown",
    ]);
  });
});

const played = (rig: Rig, items: readonly TapeItem[]) =>
  playTape(modelOf(rig), { items })
    .checked.filter(({ ok }) => !ok)
    .map(({ saw }) => saw);

test("what is sent is read from the light, a point with the digit before it", () => {
  expect(
    played(having(digits), [
      { at: 100, reads: "Hi" },
      line(200, "12.5"),
      { at: 300, reads: "12.5" },
      line(400, "°"),
      { at: 450, answers: "shown" },
      // On seven segments an O is a 0 and an S a 5: what looks alike is what was meant.
      line(500, "SLOP"),
      { at: 700, reads: "SLOP" },
    ]),
  ).toEqual([]);
  expect(played(having(digits), [line(200, "HOT"), { at: 400, reads: "HAT" }])).toHaveLength(1);
});

test("a text that runs is not broken off: the next one waits until it is through", () => {
  const rig = having(tide, {
    values: [{ name: "notice", message: { most: 12, start: "", waits: true } }],
    faces: [{ shows: "{notice}", runs: "left" }],
  });
  expect(
    played(rig, [
      line(100, "LOW"),
      { at: 150, answers: "shown" },
      line(300, "HIGH"),
      { at: 400, answers: "waits" },
      { at: 500, reads: "LOW" },
      // 32 + 11 columns of 20 ms each.
      { at: 1200, reads: "HIGH" },
    ]),
  ).toEqual([]);
});

test("an event when a text arrives, and a face while there is one", () => {
  const rig = having(digits, {
    faces: [{ shows: "{berths}", while: { value: "notice", is: "equal", than: 0 } }, { shows: "{notice}" }],
    events: [{ when: { value: "notice", is: "arrives" }, does: { step: 1, value: "berths" } }],
  });
  expect(
    played(rig, [
      line(200, "Ab"),
      { at: 300, reads: "Ab" },
      { at: 300, value: "berths", least: 4, most: 4 },
      line(400, ""),
      { at: 500, reads: "5" },
    ]),
  ).toEqual([]);
});

test("a board whose serial lines are taken, a board without any, a second message", () => {
  const says = (rig: Rig) => liveProblems(modelOf(rig)).map(({ says: said }) => said);
  const [message] = LIVE.values;
  expect(says(having(digits, { values: [message!, { ...message!, name: "other" }] }))).toEqual([
    "a line that comes is taken by the first message: there can be one",
  ]);
  const bare = withoutModule(digits.plan);
  expect(says(having(relay(digits, withController(bare, "ATtiny84"))))).toEqual([
    "the ATtiny84 has no serial line this program listens on",
  ]);
  const taken: Rig = {
    ...digits,
    wires: digits.wires.map((wire) => (wire.id === "data" ? { ...wire, from: asLeg("MCU1.1") } : wire)),
  };
  expect(says(having(taken))).toEqual(["the serial line comes in by lines 0 and 1: move what is wired to 1"]);
});

describe("a message that outlives a power cut", () => {
  const keeping = (rig: Rig, spread: boolean): Rig =>
    having(rig, {
      values: [
        { name: "notice", kept: true, message: { most: 12, start: "Hi", waits: false } },
        { ...LIVE.values[1]!, kept: true } as Live["values"][number],
      ],
      keep: { every: 100, spread },
    });

  test.each<[string, Rig, boolean]>([
    ["on dots, spread", tide, true],
    ["on digits, spread", digits, true],
    ["on digits, always at one place", digits, false],
  ])("%s: the sketch keeps it as the simulation does, and it comes back", (_, of, spread) => {
    const rig = keeping(of, spread);
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const moves = [line(300, "12.4"), line(700, "#berths 7"), line(1200, "HI 5"), line(1800, "#clear")];
    const compiled = compiledLive(rig, moves, 3);
    const simulated = simulatedLive(rig, moves, 3);
    expect(simulated.map(({ what }) => what)).toEqual(compiled.map(({ what }) => what));
    const shownAfter = (cut: number) => {
      const items: TapeItem[] = [...moves, { at: cut, cut: "power" }, { at: cut + 60, reads: "never" }];
      return playTape(modelOf(rig), { items }).checked[0]!.saw;
    };
    expect(shownAfter(200)).toMatch(/Hi/i);
    expect(shownAfter(1000)).toMatch(/12\.4/);
    expect(shownAfter(1700)).toMatch(/5/);
    // Taken off the sign, it stays off.
    expect(shownAfter(2400)).toMatch(/dark|blank/);
  });

  test("cut in the middle of its writing it is the one before, or the one behind: none of both", () => {
    const rig = keeping(digits, true);
    const saw = (cut: number) =>
      playTape(modelOf(rig), {
        items: [
          line(300, "11111"),
          line(900, "22222"),
          { at: cut, cut: "power" },
          { at: cut + 60, reads: "never" },
        ],
      }).checked[0]!.saw;
    const seen = new Set(Array.from({ length: 24 }, (_, nth) => saw(910 + nth * 3)));
    expect([...seen].every((one) => /1111|2222/.test(one) && !/12|21/.test(one))).toBe(true);
    expect(seen.size).toBe(2);
  });
});
