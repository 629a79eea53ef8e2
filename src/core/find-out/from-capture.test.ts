import fc from "fast-check";
import { SEGMENTS, cellSegments, splitCells, type PipName, type SegmentName } from "../glyph";
import { DEFAULT_PLAN, moduleByKind, withModule, type Plan } from "../rig";
import { answersFrom, workOut, type Sight } from ".";

const planOf = (kind: string): Plan => withModule({ ...DEFAULT_PLAN, lines: {} }, moduleByKind(kind));
const glyphs = { glyphs: [] };

/** What lights by the believed plan when the table shows a text: digit by digit, through other orders of both. */
const believed = (read: string, digits: readonly number[], segments: readonly SegmentName[]): Sight => {
  const cells = splitCells(read);
  const shown = digits.map((_, at) => new Set(cells[at] ? cellSegments(cells[at], []) : []));
  return {
    read,
    // Digit d of the plan is digit `digits[d]` of the table, its segment s is `segments[s]`.
    by: digits.map((is) => SEGMENTS.filter((_, at) => shown[is - 1]!.has(segments[at] as PipName))),
  };
};

const IN_ORDER = [...SEGMENTS];

describe("an order worked out from a capture and what was read", () => {
  test("of a module that is as it was taken for nothing is other", () => {
    const plan = planOf("digits-4-tm1637");
    const answers = answersFrom(glyphs, plan, [
      believed("1234", [1, 2, 3, 4], IN_ORDER),
      believed("5678", [1, 2, 3, 4], IN_ORDER),
    ]);
    if (!answers.ok) throw new Error(answers.message);
    expect(workOut(plan, answers.seen)).toEqual({ ok: true, plan, says: [] });
  });

  test("whatever the order of digits and segments, two texts give the plan that one by one would have given", () => {
    const plan = planOf("digits-8-max7219");
    fc.assert(
      fc.property(
        fc.shuffledSubarray([1, 2, 3, 4, 5, 6, 7, 8], { minLength: 8 }),
        fc.shuffledSubarray(IN_ORDER.slice(0, 7), { minLength: 7 }),
        (digits, segments) => {
          const names = [...segments, "dp" as const];
          const sights = ["12345670", "FLAPUCEJ", "b2d4H85o"].map((text) => believed(text, digits, names));
          const answers = answersFrom(glyphs, plan, sights);
          if (!answers.ok) throw new Error(answers.message);
          // Segment s of digit 1 is seen on the digit and as the segment it was dealt.
          answers.seen
            .slice(0, 7)
            .forEach((seen, at) => expect(seen).toEqual({ digit: digits[0], segment: names[at] }));
          const found = workOut(plan, answers.seen);
          expect(found.ok).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  test("digits on the legs for segments are noticed", () => {
    const plan = planOf("digits-8-max7219");
    // On the table everything is transposed: what the plan takes for digit d, segment s is digit s, segment d.
    const transposed = (read: string): Sight => {
      const rows = splitCells(read).map((cell) => new Set(cellSegments(cell, [])));
      return { read, by: SEGMENTS.map((is) => SEGMENTS.filter((_, at) => rows[at]?.has(is) ?? false)) };
    };
    const sights = ["12345670", "FL.APUCEJ", "b2d4H8.5o"].map(transposed);
    const answers = answersFrom(glyphs, plan, sights);
    if (!answers.ok) throw new Error(answers.message);
    expect(answers.seen[2]).toEqual({ digit: 3, segment: "a" });
    const found = workOut(plan, answers.seen);
    expect(found.ok && found.says[0]).toBe("digits are on the legs for segments");
  });

  test("a colon on the leg of a point is told from the text", () => {
    const plan = planOf("digits-4-tm1637");
    const asPoint = (read: string, lit: boolean): Sight => {
      const { by } = believed(read.replace(":", ""), [1, 2, 3, 4], IN_ORDER);
      return { read, by: by.map((names, at) => (at === 1 && lit ? [...names, "dp" as const] : names)) };
    };
    const answers = answersFrom(glyphs, plan, [asPoint("12:34", true), asPoint("5678", false)]);
    if (!answers.ok) throw new Error(answers.message);
    const found = workOut(plan, answers.seen);
    expect(found.ok && found.says.join()).toMatch(/colon behind digit 2/);
  });

  test("a 6 or 9 without its tail is a 6 or 9 all the same", () => {
    const plan = planOf("digits-4-tm1637");
    const sight = believed("1690", [1, 2, 3, 4], IN_ORDER);
    const bare = {
      ...sight,
      by: sight.by.map((names, at) => (at === 1 ? names.filter((name) => name !== "a") : names)),
    };
    const answers = answersFrom(glyphs, plan, [bare, believed("5234", [1, 2, 3, 4], IN_ORDER)]);
    expect(answers).toMatchObject({ ok: true });
  });

  test.each<[string, readonly string[], RegExp]>([
    ["faces that tell nothing apart", ["8888"], /leaves nearly everything open/],
    ["faces on which digits are alike", ["1221", "FLLF"], /leaves .* open/],
    ["no face at all", [], /one face at least/],
  ])("%s: what is still open is said", (_, texts, message) => {
    const plan = planOf("digits-4-tm1637");
    const answers = answersFrom(
      glyphs,
      plan,
      texts.map((text) => believed(text, [1, 2, 3, 4], IN_ORDER)),
    );
    expect(!answers.ok && answers.message).toMatch(message);
  });

  test("what no order explains is said, and dots are sent elsewhere", () => {
    const plan = planOf("digits-4-tm1637");
    const wrong = { ...believed("1234", [1, 2, 3, 4], IN_ORDER), read: "8888" };
    expect(answersFrom(glyphs, plan, [wrong])).toMatchObject({ ok: false, message: /No order/ });
    expect(answersFrom(glyphs, planOf("dots-max7219"), [wrong])).toMatchObject({
      ok: false,
      message: /Frames/,
    });
  });
});
