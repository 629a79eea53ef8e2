import { modelOf } from "../../address";
import { wireUp, type Move } from "../../inputs";
import { STARTS, startWith } from "../../live";
import {
  DEBOUNCE_WAYS,
  DEFAULT_PLAN,
  asUnit,
  ledValues,
  newRig,
  type Live,
  type Plan,
  type Rig,
  type UnitRef,
} from "../../rig";
import { demoRig } from "@/demo";
import { describedLive, descriptionOf, runDescription } from "../fixtures/described";
import { pressesOf } from "../fixtures/presses";
import type { Did } from "../fixtures/live-compiled";
import { simulatedLive } from "../fixtures/live-simulated";
import { buildProgram, liveProblems, logicCost } from "..";

const board = (values: Partial<Plan> = {}): Rig =>
  newRig(
    { id: "tried", name: "Tried", note: "" },
    {
      ...DEFAULT_PLAN,
      scheme: "logic",
      controller: "FPGA-board",
      digits: 4,
      polarity: "common-anode",
      digitSwitch: "transistor",
      ...values,
    },
    { ohms: 330, led: ledValues("red") },
  );

const started = (rig: Rig, id: (typeof STARTS)[number]["id"]): Rig => {
  const made = startWith(rig, id);
  if (!made.ok) throw new Error(made.message);
  return made.rig;
};

/** The same, in the same order, at the same ms or the next. */
function expectAlike(described: readonly Did[], simulated: readonly Did[]): void {
  expect(described.map(({ what }) => what)).toEqual(simulated.map(({ what }) => what));
  described.forEach(({ at }, nth) => expect(Math.abs(simulated[nth]!.at - at)).toBeLessThan(3000));
}

/** A rig with some parts, each wired as one does, and what it does. */
function reacting(
  parts: readonly string[],
  live: (refs: readonly UnitRef[]) => Partial<Live>,
  rig = board(),
): Rig {
  const refs: UnitRef[] = [];
  const wired = parts.reduce((now, part) => {
    const made = wireUp(modelOf(now), part);
    if (!made.ok) throw new Error(made.message);
    refs.push(made.ref);
    return made.rig;
  }, rig);
  return {
    ...wired,
    live: {
      values: [],
      faces: [],
      controls: [],
      events: [],
      debounce: { way: "states", ms: 20 },
      digits: "divide",
      ...live(refs),
    },
  };
}

/** A button pressed so many times, for 80 ms of every 300. */
const presses = (unit: UnitRef, times: number, from = 400): Move[] =>
  Array.from({ length: times }, (_, nth) => [
    { at: from + nth * 300, press: unit },
    { at: from + nth * 300 + 80, release: unit },
  ]).flat();

const bouncing = (rig: Rig, bounce: number): Rig => ({
  ...rig,
  units: rig.units.map((unit) => (unit.part === "button" ? { ...unit, hand: { bounce } } : unit)),
});

describe("logic that reacts does what the simulation does", () => {
  test.each(["count", "countdown", "stopwatch", "clock"] as const)("%s", (id) => {
    const rig = started(board(), id);
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const [first] = rig.units.filter(({ part }) => part === "button").map(({ ref }) => asUnit(ref));
    // A stopwatch is stopped in the middle of a hundredth: what it then shows hangs on no ms more or less.
    const moves =
      id === "stopwatch"
        ? [300, 1504, 3000, 4708].flatMap((at): Move[] => [
            { at, press: first! },
            { at: at + 90, release: first! },
          ])
        : pressesOf(rig);
    const simulated = simulatedLive(rig, moves, 8);
    expect(simulated.length).toBeGreaterThan(3);
    expectAlike(describedLive(rig, moves, 8), simulated);
  });

  test.each(DEBOUNCE_WAYS.filter((way) => way !== "none"))("contacts that bounce, taken by %s", (way) => {
    const rig = started(board(), "count");
    const worn = bouncing({ ...rig, live: { ...rig.live!, debounce: { way, ms: 24 } } }, 9);
    const moves = pressesOf(worn);
    expectAlike(describedLive(worn, moves, 8), simulatedLive(worn, moves, 8));
  });

  test("a clock of twelve hours over midnight and noon, set by hours and minutes, by turns with another face", () => {
    for (const start of [86_395, 43_195]) {
      const rig = reacting(["button", "button"], ([hour, minute]) => ({
        values: [{ name: "day", clock: { hours: 12, start, correction: 900 } }],
        faces: [
          { shows: "{day.h}.{day.m:00}", for: 700 },
          { shows: "{day.s:00}", for: 400 },
        ],
        controls: [
          { unit: hour!, on: "press", does: { step: 60, value: "day" } },
          { unit: minute!, on: "press", does: { step: -7, value: "day" } },
        ],
      }));
      expect(liveProblems(modelOf(rig))).toEqual([]);
      const [hour, minute] = rig.units.filter(({ part }) => part === "button").map(({ ref }) => asUnit(ref));
      const moves = [...presses(hour!, 14), ...presses(minute!, 10, 4900)];
      expectAlike(describedLive(rig, moves, 9), simulatedLive(rig, moves, 9));
    }
  });

  test.each([false, true])("a count by steps of seven at its limits, wrapping: %s", (wraps) => {
    const rig = reacting(["button", "button", "buzzer", "button"], ([up, down, bell, hold]) => ({
      values: [{ name: "boats", count: { least: 3, most: 120, start: 100, wraps } }],
      faces: [
        { shows: "{boats:000}", while: { value: "boats", is: "at-least", than: 115 }, blinks: true },
        { shows: "{boats}" },
      ],
      controls: [
        { unit: up!, on: "press", does: { step: 7, value: "boats" } },
        { unit: down!, on: "release", does: { step: -13, value: "boats" } },
        { unit: hold!, on: "hold", after: 500, does: { face: "hold" } },
      ],
      events: [
        { when: { value: "boats", is: "above", than: 113 }, does: { switch: bell!, how: "pulse", ms: 220 } },
        { when: { value: "boats", is: "at-most", than: 9 }, does: { set: 42, value: "boats" } },
      ],
    }));
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const [up, down, hold] = rig.units.filter(({ part }) => part === "button").map(({ ref }) => asUnit(ref));
    const moves: Move[] = [
      ...presses(up!, 5),
      ...presses(down!, 10, 2100),
      { at: 5300, press: hold! },
      { at: 6000, release: hold! },
      ...presses(up!, 2, 6100),
      { at: 7000, press: hold! },
      { at: 7700, release: hold! },
    ];
    expectAlike(describedLive(rig, moves, 9), simulatedLive(rig, moves, 9));
  });

  test("an encoder, a number pushed in by buttons and accepted, a lamp among the digits", () => {
    const rig = reacting(["rotary-encoder", "button", "button"], ([knob, one, two]) => ({
      values: [
        { name: "turned", count: { least: 0, most: 9, start: 4, wraps: true } },
        { name: "berth", entry: { digits: 2, least: 5, most: 21, start: 7 } },
      ],
      faces: [{ shows: "----", while: { value: "berth", is: "refused" } }, { shows: "{turned} {berth}" }],
      controls: [
        { unit: knob!, on: "turn-right", does: { step: 1, value: "turned" } },
        { unit: knob!, on: "turn-left", does: { step: -1, value: "turned" } },
        { unit: one!, on: "press", does: { push: 1, value: "berth" } },
        { unit: two!, on: "press", does: { push: 2, value: "berth" } },
        { unit: two!, on: "hold", after: 600, does: { accept: "berth" } },
      ],
    }));
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const unit = (part: string, nth = 0) => asUnit(rig.units.filter((one) => one.part === part)[nth]!.ref);
    const [one, two, knob] = [unit("button"), unit("button", 1), unit("rotary-encoder")];
    const moves: Move[] = [
      { at: 300, turn: knob, by: 3 },
      { at: 1200, turn: knob, by: -9 },
      ...presses(one, 1, 3000),
      { at: 3300, press: two },
      { at: 4200, release: two },
      { at: 5200, press: two },
      { at: 6000, release: two },
      ...presses(two, 2, 6500),
      { at: 7300, press: two },
      { at: 8100, release: two },
    ];
    const simulated = simulatedLive(rig, moves, 10);
    expect(simulated.length).toBeGreaterThan(12);
    expectAlike(describedLive(rig, moves, 10), simulated);
  });

  test("boats are counted out and in as the demo's tape has it", () => {
    const rig = demoRig("boats-out");
    const moves = rig.tapes![0]!.items.filter((item) => "press" in item || "release" in item) as Move[];
    expectAlike(describedLive(rig, moves, 6), simulatedLive(rig, moves, 6));
  });

  test("one digit that takes no turns", () => {
    const rig = started(board({ digits: 1, digitSwitch: "bare" }), "count");
    expect(liveProblems(modelOf(rig))).toEqual([]);
    const moves = pressesOf(rig);
    expectAlike(describedLive(rig, moves, 8), simulatedLive(rig, moves, 8));
  });
});

test("what it takes is what is written: bits of registers, a clock a step", () => {
  for (const id of ["count", "countdown", "clock"] as const) {
    const rig = started(board(), id);
    const model = modelOf(rig);
    const text = descriptionOf(rig);
    const bits = [
      ...text.matchAll(/^ *(?:output )?reg (?:signed )?(?:\[(\d+):0\] )?\w+(?: \[0:(\d+)\])?(?:;| =)/gm),
    ].map(([, high, last]) => (Number(high ?? 0) + 1) * (Number(last ?? 0) + 1));
    const { registers, pass } = logicCost(model, buildProgram(model))!;
    expect(registers).toBe(bits.reduce((sum, one) => sum + one, 0));
    expect(pass).toBe(([...text.matchAll(/^ {8}\d+: /gm)].length + 1) * 10);
  }
  expect(logicCost(modelOf(demoRig("lap-bell")), buildProgram(modelOf(demoRig("lap-bell"))))).toBeUndefined();
});

describe("what logic does not do is said", () => {
  const said = (parts: readonly string[], live: (refs: readonly UnitRef[]) => Partial<Live>) =>
    liveProblems(modelOf(reacting(parts, live))).map(({ says }) => says);
  const face = (shows: string): Pick<Live, "faces"> => ({ faces: [{ shows }] });
  test.each<[string, Partial<Live>, RegExp]>([
    ["chance", { values: [{ name: "luck", random: { least: 0, most: 9 } }], ...face("{luck}") }, /division/],
    [
      "below 0",
      {
        values: [{ name: "level", count: { least: -9, most: 9, start: 0, wraps: false } }],
        ...face("{level}"),
      },
      /from 0 on/,
    ],
    [
      "two counts of one time",
      {
        values: [{ name: "left", timer: { way: "down", presets: [300], tick: 1000, starts: "by-itself" } }],
        faces: [
          { shows: "{left.m}.{left.s:00}", for: 500 },
          { shows: "{left.s}", for: 500 },
        ],
      },
      /cannot work others out/,
    ],
    [
      "messages",
      { values: [{ name: "text", message: { most: 8, start: "", waits: false } }], ...face("{text}") },
      /no serial line/,
    ],
    [
      "what is kept",
      {
        values: [{ name: "laps", kept: true, count: { least: 0, most: 9, start: 0, wraps: false } }],
        ...face("{laps}"),
      },
      /no memory/,
    ],
  ])("%s", (_, live, expected) => {
    const rig = reacting([], () => live);
    expect(said([], () => live).join()).toMatch(expected);
    // What can be done of it is a description that compiles.
    expect(describedLive(rig, [], 0.01)).toBeDefined();
  });

  test("keypads, sensors and dots", () => {
    const keyed = (refs: readonly UnitRef[]): Partial<Live> => ({
      values: [{ name: "berth", entry: { digits: 2, least: 0, most: 99, start: 0 } }],
      ...face("{berth}"),
      controls: [{ unit: refs[0]!, key: "1", on: "press", does: { push: 1, value: "berth" } }],
    });
    expect(said(["keypad-3x4"], keyed).join()).toMatch(/row by row/);
    const sensor = startWith(board(), "reading");
    expect(sensor).toMatchObject({ ok: false, message: expect.stringMatching(/no converter/) });
    const dots = startWith(board({ display: "dots", digits: 8 }), "count");
    expect(dots).toMatchObject({ ok: false, message: expect.stringMatching(/[Dd]ots/) });
  });
});

describe("a list of faces in logic", () => {
  test.each([4, 1])("%d digits: each face puts out its states, slot after slot", (digits) => {
    const rig = { ...board({ digits, digitSwitch: digits > 1 ? "transistor" : "bare" }) };
    const listed: Rig = { ...rig, show: { ...rig.show, mode: "count", texts: ["1234", "8.8.8.8.", "-5"] } };
    const program = buildProgram(modelOf(listed));
    const width = program.direct.length;
    const said = runDescription(
      descriptionOf(listed),
      [
        "module bench;",
        "  reg clock = 0;",
        `  wire [${width - 1}:0] lines;`,
        `  show #(.TURN(8), .BLANK(2), .STEP(${8 * program.on.length})) show (.clock(clock), .lines(lines));`,
        "  always #1 clock = ~clock;",
        // Lines follow a clock later: dark at the beginning of a turn, lit behind that.
        '  always @(negedge clock) if (show.scan_turn == 2 || show.scan_turn == 6) $display("%0d %0d %0d %b", show.face, show.scan_digit, show.scan_turn, lines);',
        `  initial #${2 * 8 * program.on.length * program.frames.length} $finish;`,
        "endmodule",
      ].join("\n"),
    );
    const bits = (levels: readonly number[]) => [...levels].reverse().join("");
    const expected = program.frames.flatMap((frame, face) =>
      frame.states.flatMap(({ slot, levels }) => [
        `${face} ${slot} 2 ${bits(program.dark.states[0]!.levels)}`,
        `${face} ${slot} 6 ${bits(levels)}`,
      ]),
    );
    expect(said).toEqual(expected);
  });
});
