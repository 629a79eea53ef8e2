import fc from "fast-check";
import { parseJson } from ".";

const deep = (levels: number, open = "[", close = "]"): string =>
  open.repeat(levels) + (open === "[" ? "" : "1") + close.repeat(levels);

test("whatever JSON writes reads back the same", () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
      expect(parseJson(JSON.stringify(value), 24)).toEqual({
        ok: true,
        value: JSON.parse(JSON.stringify(value)),
      });
    }),
  );
});

test.each<[what: string, text: string, path: string, says: RegExp]>([
  ["a missing comma", '{\n  "a": 1\n  "b": 2\n}', "line 3, column 3", /comma/],
  ["a comment", '{ // mine\n"a": 1}', "line 1, column 3", /comment/],
  ["a trailing comma", '{"a": 1,\n}', "line 2, column 1", /property name/],
  ["single quotes", "{'a': 1}", "line 1, column 2", /JSON/],
  ["something behind the end", '{"a": 1} 2', "line 1, column 10", /JSON/],
  ["a text that does not end", '["abc', "line 1, column 2", /JSON/],
])("%s is told of with its place", (_, text, path, says) => {
  const read = parseJson(text, 24);
  expect(read).toMatchObject({ ok: false, path });
  expect(!read.ok && read.message).toMatch(says);
});

describe("depth", () => {
  test("as deep as is allowed is read, one deeper is not, and the place is the bracket too many", () => {
    expect(parseJson(deep(3), 3)).toEqual({ ok: true, value: [[[]]] });
    expect(parseJson(deep(4), 3)).toMatchObject({ ok: false, path: "line 1, column 4" });
    expect(parseJson(deep(3, '{"a":', "}"), 3)).toMatchObject({ ok: true });
    expect(parseJson(deep(4, '{"a":', "}"), 3)).toMatchObject({ ok: false, path: "line 1, column 16" });
  });

  test("brackets that were closed do not count", () => {
    expect(parseJson("[[],[],[],{},{}]", 2)).toMatchObject({ ok: true });
    expect(parseJson("[[],[[]]]", 2)).toMatchObject({ ok: false, path: "line 1, column 6" });
  });

  test.each([
    ["in a text", '["[[[[{{{{"]', ["[[[[{{{{"]],
    ["behind a quote in a text", String.raw`["\"[[[[", "\\"]`, ['"[[[[', "\\"]],
  ])("brackets %s do not count", (_, text, value) => {
    expect(parseJson(text, 1)).toEqual({ ok: true, value });
  });

  test("a text that ends with a backslash does not hide what follows", () => {
    expect(parseJson(String.raw`["\\", [[1]]]`, 2)).toMatchObject({ ok: false, path: "line 1, column 9" });
  });
});
