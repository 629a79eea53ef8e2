import { burstOf } from "./bursts";
import { as, clock, name, number, operation, type Statement } from "./language";
import { COST, face, ONE, TWO, made, events, said, after } from "./fixtures/run";

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
