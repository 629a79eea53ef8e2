import fc from "fast-check";
import Papa from "papaparse";
import { bdfString, commentText, csvRows, safeFileName, vcdText } from ".";
import { codeOnly } from "./fixtures/code-only";
import { HOSTILE } from "./fixtures/hostile";

const anything = fc.oneof(
  fc.constantFrom(...HOSTILE),
  fc.string({ unit: "binary" }),
  fc.string({ unit: fc.constantFrom("*", "/", "\\", "?", "\n", "\r", "\u2028", "$", "e", "=") }),
);

test("nothing leaves a comment of C, C++ or Verilog, between marks or to the end of the line", () => {
  fc.assert(
    fc.property(anything, anything, (one, other) => {
      const block = `a; /* ${commentText(one)} */ b;\n/* ${commentText(other)} */\nc;`;
      expect(codeOnly(block).replace(/\s+/g, " ")).toBe("a; b; c;");
      const line = `a; // ${commentText(one)}\nb; // ${commentText(other)}${commentText(one)}\nc;\n`;
      expect(codeOnly(line).replace(/\s+/g, " ")).toBe("a; b; c; ");
    }),
    { numRuns: 2000 },
  );
});

test.each([
  ["back\\slash", "back/slash"],
  ["end*/int x;/*", "end* /int x;/ *"],
  ["what??/", "what? ? /"],
  ["what???/", "what? ? ? /"],
  ["a\r\nb\u2028c", "a b c"],
  ["\u202eright to left\u202c", " right to left "],
  ["Tide 3.1 m ↑ 12.5°", "Tide 3.1 m ↑ 12.5°"],
])("in a comment %j becomes %j", (text, becomes) => expect(commentText(text)).toBe(becomes));

test.each(["=1+1", "+1", "-x", "@SUM(A1)", "  =2", "\t=3", "＝4", "-1+2"])(
  "the cell %j is text in a spreadsheet",
  (cell) => {
    const shown = cell === "+1" ? cell : `'${cell}`;
    expect(Papa.parse<string[]>(csvRows([[cell, "b"]]), { delimiter: "," }).data[0]).toEqual([shown, "b"]);
  },
);

test("numbers stay numbers, and every other table comes back from CSV as it was", () => {
  expect(csvRows([["-0.42", "+7", "12"]])).toBe("-0.42,+7,12\r\n");
  const cell = fc.string().filter((text) => !/^\s*[=+\-@＝＋－＠\t\r]/u.test(text));
  fc.assert(
    fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1 }), (rows) => {
      expect(Papa.parse<string[]>(csvRows(rows).replace(/\r\n$/, ""), { delimiter: "," }).data).toEqual(rows);
    }),
  );
});

test("no text ends the comment of a value change dump, or the string of a font", () => {
  fc.assert(
    fc.property(anything, (text) => {
      expect(vcdText(text)).not.toMatch(/[$\n\r]/);
      expect(bdfString(text)).toMatch(/^"([^"\n\r]|"")*"$/);
    }),
  );
});

test("file names are short, plain, and none of a device", () => {
  fc.assert(
    fc.property(fc.oneof(anything, fc.constantFrom("con", "NUL", "Com1", "..", "a/../b")), (text) => {
      const name = safeFileName(text, ".csv");
      expect(name).toMatch(/^[a-z0-9][a-z0-9-]{0,83}\.csv$/);
      expect(name).not.toMatch(/^(con|nul|com1)\./);
    }),
  );
});
