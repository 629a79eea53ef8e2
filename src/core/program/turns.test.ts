import { burstOf, scanPeriod } from "./bursts";
import type { Program, SlotState } from "./types";
import { COST, state, face, made, events, said } from "./fixtures/run";

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
