import { controllerById } from "../rig";
import { burstOf, scanPeriod } from "./bursts";
import { as, clock, name, number, operation, type Statement } from "./language";
import { runProgram, type TimedEvent } from "./run";
import type { Program, ProgramFrame, SlotState } from "./types";

/** A board whose calls take round times, in ns: what a program takes can be added up by hand. */
const COST = {
  ...controllerById("ATmega328P-board").cost,
  pinMode: 7,
  pinWrite: 10,
  shiftBit: 30,
  statement: 1,
  interrupt: 40,
};

const state = (slot: number, levels: readonly (0 | 1)[], bytes: readonly number[] = []): SlotState => ({
  slot,
  levels,
  bytes,
});
const face = (levels: ReadonlyArray<readonly (0 | 1)[]>, values: Partial<ProgramFrame> = {}): ProgramFrame =>
  ({
    cells: [],
    cut: false,
    states: levels.map((each, slot) => state(slot, each)),
    ...values,
  }) as unknown as ProgramFrame;

const ONE = face([[1, 0]], { time: 3 });
const TWO = face([[0, 1]], { time: 5 });

/** A program that drives two lines directly. */
const made = (values: Partial<Program>): Program => ({
  direct: ["2", "3"],
  digitLines: ["3"],
  buses: [],
  school: "loop",
  on: [100],
  blankTime: 0,
  periods: [],
  frames: [ONE, TWO],
  dark: face([[0, 0]]),
  send: [{ do: "write-lines", which: "all" }],
  darken: [],
  tick: [],
  setup: [],
  loop: [],
  ...values,
});

/** What takes place, up to a moment. */
function events(program: Program, until = Infinity, most = 200): TimedEvent[] {
  const found: TimedEvent[] = [];
  for (const event of runProgram(program, COST)) {
    if (event.at > until || found.length >= most) break;
    found.push(event);
  }
  return found;
}
const said = (list: readonly TimedEvent[]) =>
  list.map((event) => {
    if (event.kind === "line-mode")
      return `${event.at} ${event.line} ${event.released ? "released" : "driven"}`;
    if (event.kind === "frame")
      return `${event.at} face ${event.frame === ONE ? 1 : event.frame === TWO ? 2 : "dark"}`;
    return `${event.at} ${event.routine} ${event.state.levels.join("")}${event.beginsScan ? " scan" : ""}`;
  });
/** The moment a program's last statement is done: a line's mode is set behind it. */
const after = (...setup: Statement[]): number => {
  const list = events(made({ setup: [...setup, { do: "line-mode", line: "end" }] }));
  return list.find((event) => event.kind === "line-mode" && event.line === "end")!.at;
};

describe("each step takes what the board's profile says", () => {
  test.each<[what: string, statements: Statement[], ns: number]>([
    ["a line's mode", [{ do: "line-mode", line: "2" }], 7],
    ["a state on two lines", [{ do: "show", state: "slot" }], 20],
    ["a dark state", [{ do: "show", state: "blank" }], 20],
    ["a wait of 2 ms", [{ do: "wait", time: 2 }], 2_000_000],
    [
      "a wait as long as the face is shown",
      [{ do: "for-each-frame", body: [{ do: "wait", time: "frame" }] }],
      8_000_000 + 2,
    ],
    ["a pause of 3 µs, worked out", [{ do: "pause", unit: "us", time: number(3) }], 3000],
    [
      "a pause of 1 + 2 ms: the sum is one operation",
      [{ do: "pause", unit: "ms", time: operation(number(1), "+", number(2)) }],
      3_000_001,
    ],
    ["a slot's on-time", [{ do: "wait-slot", time: "on" }], 100_000],
    [
      "a loop of three turns without a body of its own",
      [{ do: "repeat", times: 3, what: "rounds", body: [{ do: "wait-slot", time: "on" }] }],
      300_000,
    ],
    [
      "a variable",
      [
        { do: "declare", name: "n", width: "u8" },
        { do: "set", name: "n", value: number(1) },
      ],
      2,
    ],
    [
      "a condition that holds, and one that does not",
      [
        { do: "if", condition: number(1), body: [{ do: "wait-slot", time: "on" }] },
        {
          do: "if",
          condition: number(0),
          body: [{ do: "wait-slot", time: "on" }],
          otherwise: [{ do: "pause", unit: "us", time: number(1) }],
        },
        { do: "if", condition: number(0), body: [{ do: "wait-slot", time: "on" }] },
      ],
      100_000 + 1000 + 3,
    ],
    ["what interrupts are held off for", [{ do: "guard", body: [{ do: "wait-slot", time: "on" }] }], 100_000],
  ])("%s", (_, statements, ns) => {
    expect(after(...statements)).toBe(ns);
  });

  test("a loop that counts: each turn its condition, its body, and the way back", () => {
    const counting: Statement[] = [
      { do: "declare", name: "n", width: "u8", value: number(0) },
      {
        do: "while",
        condition: operation(name("n"), "<", number(3)),
        body: [{ do: "change", name: "n", operator: "+", by: number(1) }],
      },
    ];
    // Declared 1; three turns of condition, change and way back, 3 each; the condition once more.
    expect(after(...counting)).toBe(1 + 3 * 3 + 1);
  });

  test("a variable wraps as on the controller, and a condition sees it so", () => {
    const wrapped: Statement[] = [
      { do: "declare", name: "n", width: "u8", value: number(250) },
      {
        do: "while",
        condition: operation(name("n"), "!=", number(4)),
        body: [{ do: "change", name: "n", operator: "+", by: number(1) }],
      },
    ];
    expect(after(...wrapped)).toBe(1 + 10 * 3 + 1);
    expect(
      after({
        do: "if",
        condition: operation(as("u8", number(256)), "==", number(0)),
        body: [{ do: "wait-slot", time: "on" }],
      }),
    ).toBeGreaterThan(100_000);
  });

  test("the clock of a program is that of the run", () => {
    const waited: Statement[] = [
      { do: "wait", time: 7 },
      {
        do: "if",
        condition: operation(clock("ms"), "==", number(7)),
        body: [{ do: "line-mode", line: "seven" }],
      },
    ];
    expect(said(events(made({ setup: waited }))).some((text) => text.includes("seven"))).toBe(true);
  });

  test("what belongs into a routine is a mistake anywhere else", () => {
    expect(() => events(made({ setup: [{ do: "step-ring" }] }))).toThrow("step-ring belongs into a routine");
    expect(() => burstOf(made({ send: [{ do: "darken" }] }), ONE.states[0]!, "send", COST)).toThrow(
      "darken is no statement of a routine",
    );
  });
});

describe("faces", () => {
  test("one after the other, each for its time; what is the same face is no change", () => {
    const program = made({
      setup: [
        { do: "take-frame", frame: "first" },
        { do: "take-frame", frame: "first" },
      ],
      loop: [
        {
          do: "for-each-frame",
          body: [
            { do: "show", state: "slot" },
            { do: "wait", time: "frame" },
          ],
        },
      ],
    });
    expect(said(events(program, 9e6))).toEqual([
      "0 face 1",
      "0 send 10 scan",
      "3000021 face 2",
      "3000021 send 01 scan",
      "8000042 face 1",
      "8000042 send 10 scan",
    ]);
  });

  test("without drift: the face's time counts from the one before, however long sending takes", () => {
    const program = made({
      setup: [{ do: "start-clock" }],
      loop: [
        {
          do: "for-each-frame",
          body: [
            { do: "show", state: "slot" },
            { do: "wait-until-due", time: "frame" },
          ],
        },
      ],
    });
    const starts = events(program, 40e6).flatMap((event) => (event.kind === "burst" ? [event.at] : []));
    // The way back of the loop is a statement, and is made up for as everything is.
    expect(starts.slice(0, 5).map((at) => Math.round(at / 1e6))).toEqual([0, 3, 8, 11, 16]);
    expect(starts[4]! - 16e6).toBeLessThan(10);
  });

  test("what comes late is not made up for", () => {
    const program = made({
      setup: [
        { do: "start-clock" },
        { do: "wait", time: 10 },
        { do: "wait-until-due", time: 2 },
        { do: "line-mode", line: "a" },
        { do: "wait-until-due", time: 2 },
        { do: "line-mode", line: "b" },
      ],
    });
    expect(said(events(program))).toEqual(["10000000 a driven", "12000000 b driven"]);
  });

  test("the last, the first and the dark one are chosen by name; a face with drawing costs its drawing", () => {
    const drawn = face([[1, 1]], { drawing: () => ({ dots: 64, covered: 10, inverted: 4 }) });
    const program = made({
      frames: [ONE, TWO, drawn],
      setup: [
        { do: "take-frame", frame: "last" },
        { do: "show", state: "slot" },
        { do: "take-frame", frame: "blank" },
        { do: "line-mode", line: "end" },
      ],
    });
    const list = said(events(program));
    expect(list[0]).toBe("0 face dark");
    const clocks = 1800 + 5 * 64 + 44.7 * 10 + 54.1 * 4;
    expect(list[1]).toBe(`${Math.round(clocks / 8)} send 11 scan`);
    expect(list.at(-1)).toBe(`${Math.round(clocks / 8) + 20} end driven`);
  });
});

describe("digits that take turns", () => {
  const scanned = (values: Partial<Program> = {}) =>
    made({
      on: [100, 50],
      frames: [
        face(
          [
            [1, 0],
            [0, 1],
          ],
          { scans: 2 },
        ),
      ],
      dark: face([
        [0, 0],
        [0, 0],
      ]),
      ...values,
    });

  test("a loop goes from slot to slot, dark between them, and begins a scan at the first", () => {
    const program = scanned({
      blankTime: 5,
      darken: [{ do: "write-lines", which: "digits" }],
      loop: [
        {
          do: "for-each-frame",
          body: [
            {
              do: "repeat",
              what: "refreshes",
              times: "frame",
              body: [
                {
                  do: "for-each-slot",
                  body: [
                    { do: "darken" },
                    { do: "wait-slot", time: "blank" },
                    { do: "show", state: "slot" },
                    { do: "wait-slot", time: "on" },
                  ],
                },
              ],
            },
          ],
        },
      ],
    });
    const list = said(events(program, 330_000)).slice(1);
    const first = 10 + 5000 + 20 + 100_000 + 1;
    const second = 10 + 5000 + 20 + 50_000 + 1;
    expect(list.slice(0, 5)).toEqual([
      "0 darken 00 scan",
      "5010 send 10",
      `${first} darken 00`,
      `${first + 5010} send 01`,
      `${first + second} darken 00 scan`,
    ]);
    expect(scanPeriod(program, COST)).toBe(first + second);
  });

  test("a timer ends each slot at its time; what its interrupt takes is taken from the loop", () => {
    const program = scanned({
      school: "timer",
      periods: [200, 300],
      tick: [{ do: "show", state: "slot" }],
      setup: [{ do: "take-frame", frame: "first" }, { do: "start-timer" }],
      loop: [{ do: "wait", time: 1 }],
    });
    const list = said(events(program, 1_100_000)).slice(1);
    expect(list).toEqual(["200020 send 10 scan", "400020 send 01", "700020 send 10 scan", "900020 send 01"]);
    expect(scanPeriod(program, COST)).toBe(500_000);
  });

  test("with nothing left to do but the timer, the scan goes on by itself", () => {
    const program = scanned({
      periods: [200, 200],
      tick: [{ do: "show", state: "slot" }],
      setup: [{ do: "start-timer" }],
    });
    expect(events(program, 2_000_000).length).toBeGreaterThan(8);
  });

  test("a timer that falls behind does not tick twice at once", () => {
    const program = scanned({
      periods: [200, 200],
      tick: [
        { do: "wait-slot", time: "on" },
        { do: "wait-slot", time: "on" },
        { do: "show", state: "slot" },
      ],
      on: [150, 150],
      setup: [{ do: "start-timer" }],
      loop: [{ do: "wait", time: 1 }],
    });
    const at = events(program, 2_000_000).flatMap((event) => (event.kind === "burst" ? [event.at] : []));
    at.slice(1).forEach((moment, place) => expect(moment - at[place]!).toBeGreaterThanOrEqual(300_000));
  });

  test("while a timer runs, the loop's faces are taken when it is told to, not when it comes to them", () => {
    const program = made({
      periods: [100],
      tick: [],
      setup: [{ do: "start-timer" }],
      loop: [
        {
          do: "for-each-frame",
          body: [
            { do: "take-frame", frame: "each" },
            { do: "wait", time: "frame" },
          ],
        },
      ],
    });
    expect(said(events(program, 7_900_000))).toEqual(["0 face 1", expect.stringMatching(/face 2$/)]);
  });
});

describe("what the lines do while a state is put out", () => {
  const lines = (
    values: Partial<Program>,
    given: SlotState,
    routine: "send" | "darken" | "set-up" = "send",
  ) =>
    burstOf(made(values), given, routine, COST).events.map(
      ({ at, line, level }) => `${at} ${line}${level === 1 ? "↑" : level === 0 ? "↓" : "~"}`,
    );

  test("a shift: data, then the clock up and down, a third of a bit each", () => {
    const chain = { data: "D", clock: "C", latch: "L" };
    expect(
      lines(
        {
          chain,
          send: [
            { do: "line-write", line: "L", level: 0 },
            { do: "shift-state", order: "msb-first" },
            { do: "line-write", line: "L", level: 1 },
          ],
        },
        state(0, [], [0xa0]),
      ).slice(0, 8),
    ).toEqual(["0 L↓", "10 D↑", "20 C↑", "30 C↓", "40 D↓", "50 C↑", "60 C↓", "70 D↑"]);
    const lsb = lines({ chain, send: [{ do: "shift-state", order: "lsb-first" }] }, state(0, [], [0x01]));
    expect(lsb[0]).toBe("0 D↑");
    expect(lsb).toHaveLength(24);
    expect(
      burstOf(
        made({ chain, send: [{ do: "shift-state", order: "lsb-first" }] }),
        state(0, [], [1, 2]),
        "send",
        COST,
      ).duration,
    ).toBe(16 * 30);
  });

  test("lines: all of them in order, or only those that switch digits", () => {
    expect(lines({}, state(0, [1, 0]))).toEqual(["0 2↑", "10 3↓"]);
    expect(lines({ darken: [{ do: "write-lines", which: "digits" }] }, state(0, [1, 0]), "darken")).toEqual([
      "0 3↓",
    ]);
  });

  test("a ring: reset before the first digit, a pulse to each other", () => {
    const ring = { clock: "C", reset: "R" };
    const step = { ring, send: [{ do: "step-ring" } as const] };
    expect(lines(step, { ...state(0, []), ring: { reset: true, clocks: 0 } })).toEqual(["0 R↑", "10 R↓"]);
    expect(lines(step, { ...state(1, []), ring: { reset: false, clocks: 2 } })).toEqual([
      "0 C↑",
      "10 C↓",
      "20 C↑",
      "30 C↓",
    ]);
  });

  test("writes to chips in order, each a transfer; a strobe that rests high is put so first", () => {
    const bus = { protocol: "strobed", data: "D", clock: "C", select: "S", units: [], step: 0 } as const;
    const writes = [{ bus: 0, why: "on", write: { bus: "strobed", bytes: [0x8f] } }] as const;
    const program = { buses: [bus], send: [{ do: "send-writes" } as const] };
    const sent = lines(program, { ...state(0, []), writes });
    expect(sent[0]).toBe("0 S↓");
    expect(sent.at(-1)).toMatch(/S↑$/);
    expect(lines(program, { ...state(0, []), writes }, "set-up").slice(0, 2)).toEqual(["0 S↑", "10 S↓"]);
    expect(burstOf(made(program), state(0, []), "send", COST).events).toEqual([]);
  });

  test("the same state is worked out once, for a board of other speed anew", () => {
    const program = made({});
    const given = state(0, [1, 1]);
    expect(burstOf(program, given, "send", COST)).toBe(burstOf(program, given, "send", COST));
    expect(burstOf(program, given, "send", { ...COST, pinWrite: 20 }).duration).toBe(40);
  });
});
