import type { LiveValue } from "../rig";
import { layTemplate, partsOf, rangeOf, templatePieces, templateProblem } from ".";

const count = (least: number, most: number): LiveValue => ({
  name: "n",
  count: { least, most, start: least, wraps: false },
});
const timer = (preset: number, tick: 1000 | 100 | 10 = 1000): LiveValue => ({
  name: "t",
  timer: { way: "down", presets: [preset], tick, starts: "when-told" },
});
const lay = (
  template: string,
  values: readonly LiveValue[],
  digits: number,
  align: "left" | "right" = "right",
) => {
  const { cells, fields, tight } = layTemplate(template, { values }, digits, { align }, ["colon"]);
  const drawn = cells.map(
    ({ glyph, point, marks }) => glyph + (point ? "." : "") + (marks?.length ? ":" : ""),
  );
  fields.forEach(({ first, width }) => {
    for (let at = first; at < first + width; at += 1) drawn[at] = `#${drawn[at]!.slice(1)}`;
  });
  return { drawn: drawn.join(""), fields, tight };
};

describe("templates", () => {
  test.each([
    ["{n}", [{ value: "n", part: undefined, least: 1, decimals: 0 }]],
    ["{n:00} m", [{ value: "n", part: undefined, least: 2, decimals: 0 }, " m"]],
    ["{n:2}", [{ value: "n", part: undefined, least: 1, decimals: 2 }]],
    [
      "{t.m}:{t.s:00}",
      [
        { value: "t", part: "M", least: 1, decimals: 0 },
        ":",
        { value: "t", part: "s", least: 2, decimals: 0 },
      ],
    ],
    [
      "{t.h}{t.m}",
      [
        { value: "t", part: "h", least: 1, decimals: 0 },
        { value: "t", part: "m", least: 1, decimals: 0 },
      ],
    ],
    ["{t.s}", [{ value: "t", part: "S", least: 1, decimals: 0 }]],
  ])("%s", (template, pieces) => expect(templatePieces(template)).toEqual(pieces));

  test.each([
    ["{x}", /no value called x/],
    ["{n.m}", /n has no part .m/],
    ["{t.d}", /t has no part .d: it has .h .m .s/],
    ["{n", /no place for a value/],
    ["{n:4}", /no place for a value/],
  ])("%s is refused", (template, says) =>
    expect(templateProblem(template, [count(0, 9), timer(60)])).toMatch(says),
  );

  test.each([
    ["{n}", [count(0, 20)], 4, "  ##", false],
    ["{n}", [count(-5, 20)], 4, " ###", false],
    ["{n:2} m", [count(0, 320)], 5, "#.## m", false],
    ["{t.m:00}:{t.s:00}", [timer(300)], 4, "##:##", false],
    ["{n}", [count(0, 99_999)], 4, "####", true],
    ["AB{n}", [count(0, 9)], 2, "AB", true],
  ] as const)("%s on %s digits", (template, values, digits, drawn, tight) => {
    const laid = lay(template, values, digits);
    expect(laid.drawn).toBe(drawn);
    expect(laid.tight).toBe(tight);
  });

  test("to the left what is over stays dark at the right", () =>
    expect(lay("{n}", [count(0, 9)], 3, "left").drawn).toBe("#  "));
});

test("ranges of values and of their parts", () => {
  expect(rangeOf(count(-3, 7))).toEqual([-3, 7]);
  expect(rangeOf(timer(7200), "h")).toEqual([0, 2]);
  expect(rangeOf(timer(5400), "M")).toEqual([0, 90]);
  expect(rangeOf(timer(9000, 10), "c")).toEqual([0, 99]);
  expect(rangeOf({ name: "d", clock: { hours: 12, start: 0 } }, "h")).toEqual([1, 12]);
  expect(partsOf(timer(60, 10))).toEqual(["h", "m", "s", "d", "c"]);
});
