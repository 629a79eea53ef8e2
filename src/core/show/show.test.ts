import fc from "fast-check";
import { demoRig } from "@/demo";
import { joinCells, splitCells } from "../glyph";
import { relay } from "../rig";
import { fitText, marksOf, readFace, showFrames, showLength } from ".";

const fitted = (
  text: string,
  digits: number,
  align: "left" | "right" = "right",
  leadingZeros: "show" | "blank" = "show",
) => joinCells(fitText(text, digits, { align, leadingZeros }).cells);

test.each([
  ["2.35", 4, "right", " 2.35"],
  ["2.35", 4, "left", "2.35 "],
  ["-0.42", 4, "right", "-0.42"],
  ["123456", 4, "right", "1234"],
  ["1.2.3.4.", 4, "right", "1.2.3.4."],
  ["", 2, "right", "  "],
] as const)("“%s” on %i digits at the %s", (text, digits, align, shown) =>
  expect(fitted(text, digits, align)).toBe(shown),
);

test.each([
  ["0007", "   7"],
  ["0.42", " 0.42"],
  ["00.42", " 0.42"],
  ["0000", "   0"],
  ["-007", "-  7"],
  ["1007", "1007"],
])("leading zeros of “%s” stay dark: “%s”", (text, shown) =>
  expect(fitted(text, 4, "right", "blank")).toBe(shown),
);

test("a text that is cut is said to be", () => {
  const show = { align: "right", leadingZeros: "show" } as const;
  expect([
    fitText("1234", 4, show).cut,
    fitText("12345", 4, show).cut,
    fitText("1.2.3.4.", 4, show).cut,
  ]).toEqual([false, true, false]);
});

test("marks belong to the digit before them where the display has them, and are characters where it has not", () => {
  expect(splitCells("12:30", ["colon"])).toHaveLength(4);
  expect(splitCells("12:30")).toHaveLength(5);
  expect(splitCells("21°", ["degree"]).at(-1)).toEqual({ glyph: "1", point: false, marks: ["degree"] });
  const river = demoRig("river-level");
  expect(marksOf(river)).toEqual([]);
  expect(marksOf(relay(river, { ...river.plan, display: "clock" }))).toEqual(["colon", "degree"]);
});

test("any text of digits, points and marks: its cells written out read back as the same cells", () => {
  const part = fc.constantFrom(..."0123456789AbC-", ".", ":", "°");
  fc.assert(
    fc.property(fc.array(part, { maxLength: 12 }), (parts) => {
      const cells = splitCells(parts.join(""), ["colon", "degree"]);
      expect(splitCells(joinCells(cells), ["colon", "degree"])).toEqual(cells);
    }),
  );
});

test("frames have a cell for every digit, and a face reads what is lit", () => {
  const river = demoRig("river-level");
  expect(showFrames(river).map(({ cells }) => cells.length)).toEqual([4, 4, 4, 4, 4]);
  expect(readFace([["g"], ["a", "b", "c", "d", "e", "f", "dp"], ["b", "c"], ["a", "d"]], river)).toBe(
    "-0.1�",
  );
  expect(showLength({ ...river.show, rounds: 3 })).toBe(30_000);
  expect(showLength(river.show)).toBeUndefined();
});
