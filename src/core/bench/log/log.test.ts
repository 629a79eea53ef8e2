import { demoRig, plainDemoRig } from "@/demo";
import { modelOf } from "../../address";
import { EMPTY_BENCH, changeUnits, type LogEntry, type Rig } from "../../rig";
import { applyFit, formatLogged } from "../../notes";
import { judge, judgeLog, logCsv, logMarkdown, foretold, placesOf } from ".";

const slip = plainDemoRig("slip-gate");
const entry = (
  unit: LogEntry["unit"],
  value: number,
  place: string,
  held?: string,
  note?: string,
): LogEntry => ({
  id: `${unit} ${place} ${value}`,
  at: Date.UTC(2026, 9, 3, 14, 5),
  unit,
  place,
  value,
  ...(held ? { held } : {}),
  ...(note ? { note } : {}),
});
const of = (rig: Rig, one: LogEntry) => judge(modelOf(rig), one);

describe("a measured value beside what is foretold", () => {
  test.each<[LogEntry, boolean, RegExp | undefined]>([
    [entry("V", 5.1, "U1.16", "rest"), true, undefined],
    [entry("V", 3.2, "U1.16", "rest"), false, /3.2 V instead of 5 V: less by 36 %/],
    [entry("V", 1.2, "U1.8", "rest"), false, /should be ground is lifted/],
    [entry("mA", 5.6, "DS1.1.a", "alone"), true, undefined],
    [entry("mA", 12, "DS1.1.a", "alone"), false, /12 mA instead of 5.29 mA: R1 is nearer 220 Ω/],
    [entry("mA", 44, "supply", "lit"), true, undefined],
    [entry("s", 10.05, "face"), true, undefined],
    [entry("s", 10.3, "face"), false, /slow by 3 %, 43 min a day/],
    [entry("°C", 70, "U1"), true, /burns fingers/],
    [entry("°C", 90, "U1"), true, /power off/],
    [entry("lx", 300, "over the door"), true, undefined],
  ])("%j", (one, agrees, says) => {
    const judged = of(slip, one);
    expect(judged.agrees).toBe(agrees);
    if (says) expect(judged.says).toMatch(says);
    else expect(judged.says).toBeUndefined();
  });

  test.each([220, 330, 680, 1000, 2200])(
    "%d Ω in place of 560 Ω is found by the current it lets through",
    (ohms) => {
      const other = changeUnits(slip, ({ ref }) => ref === "R3", { ohms });
      const place = "DS1.1.c";
      const current = foretold(modelOf(other), { unit: "mA", place, held: "alone" })!;
      const { fit } = of(slip, entry("mA", current, place, "alone"));
      expect(fit).toEqual({ kind: "resistor", unit: "R3", ohms });
      expect(applyFit(slip, fit!).units.find(({ ref }) => ref === "R3")!.ohms).toBe(ohms);
    },
  );

  test("a drop that was measured becomes the display's, and is foretold then", () => {
    const one = entry("V", 2.3, "DS1.1.a", "alone");
    const { fit, agrees } = of(slip, one);
    expect(agrees).toBe(false);
    expect(fit).toMatchObject({ kind: "drop", unit: "DS1", forward: 2.3 });
    expect(of(applyFit(slip, fit!), one).agrees).toBe(true);
  });

  test("a supply of its own that gives less is the supply's; the board's own is not", () => {
    const rig = demoRig("regatta-board");
    const leg = placesOf(modelOf(rig)).find(
      ({ unit, held, place }) =>
        unit === "V" && held === "rest" && (foretold(modelOf(rig), { unit, place, held }) ?? 0) > 4,
    )!;
    const { fit } = of(rig, entry("V", 3.6, leg.place, "rest"));
    expect(fit).toMatchObject({ kind: "supply", volts: 3.6 });
    expect(of(applyFit(rig, fit!), entry("V", 3.6, leg.place, "rest")).agrees).toBe(true);
    expect(of(slip, entry("V", 3.6, "U1.16", "rest")).fit).toBeUndefined();
  });
});

test("every place of every kind of rig has something foretold, within reason", () => {
  for (const id of ["slip-gate", "river-level", "crew-tally", "lock-gauge"]) {
    const model = modelOf(plainDemoRig(id));
    const places = placesOf(model);
    expect(places.length).toBeGreaterThan(5);
    for (const place of places.filter(({ unit }) => unit !== "V")) {
      const value = foretold(model, place);
      expect([id, place.says, (value ?? 0) > 0]).toEqual([id, place.says, true]);
    }
  }
});

test("the refresh rate is that of the scan", () => {
  const model = modelOf(plainDemoRig("river-level"));
  // Four digits of 2 ms each, and the blank between.
  const rate = foretold(model, { unit: "Hz", place: "refresh", held: undefined })!;
  expect(rate).toBeGreaterThan(115);
  expect(rate).toBeLessThan(126);
});

test.each([
  [12, "mA", "12 mA"],
  [0.0123, "mA", "12.3 µA"],
  [4.9712, "V", "4.971 V"],
  [31, "°C", "31 °C"],
  [300, "lx", "300 lx"],
] as const)("%d %s reads %s", (value, unit, reads) => expect(formatLogged(value, unit)).toBe(reads));

describe("written out", () => {
  const rig: Rig = {
    ...slip,
    name: "Slip | gate *",
    bench: {
      ...EMPTY_BENCH,
      log: [
        entry("mA", 12, "DS1.1.c", "alone", "=1+1, brighter | than # all"),
        entry("°C", 31, "U1, by a finger"),
      ],
    },
  };

  test("as CSV: times in UTC, numbers beside their unit, no formula", () => {
    const rows = logCsv(modelOf(rig)).trim().split("\r\n");
    expect(rows[0]).toBe("time,place,held at,measured,unit,predicted,off,says,note");
    expect(rows[1]).toMatch(/^2026-10-03 14:05:00,DS1\.1\.c,alone,12,mA,5\.28\d+,1\.27,/);
    expect(rows[1]).toContain('"\'=1+1, brighter | than # all"');
    expect(rows[2]).toMatch(/^2026-10-03 14:05:00,"U1, by a finger",,31,°C,,,,$/);
  });

  test("as Markdown: a table no cell of which breaks out", () => {
    const lines = logMarkdown(modelOf(rig)).trim().split("\n");
    expect(lines[0]).toBe("# Slip \\| gate \\*: measured");
    const table = lines.filter((line) => line.startsWith("| "));
    for (const row of table) expect(row.match(/(?<!\\)\|/g)).toHaveLength(8);
    expect(table.at(-1)).toContain("31 °C");
  });
});

test("the demo's log is judged entry by entry", () => {
  const said = judgeLog(modelOf(demoRig("slip-gate"))).map(({ says }) => says);
  expect(said.filter(Boolean)).toEqual([
    expect.stringMatching(/R3 is nearer 220 Ω/),
    expect.stringMatching(/4.58 V instead of 5 V: less by 8.4 %/),
  ]);
});
