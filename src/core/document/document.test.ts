import Ajv from "ajv";
import fc from "fast-check";
import {
  about,
  amount,
  canonical,
  choice,
  eitherBy,
  eitherByKey,
  fits,
  flag,
  form,
  jsonSchemaOf,
  keyed,
  list,
  object,
  optional,
  text,
  unordered,
  whole,
  type Problem,
  type Shape,
} from ".";
import type { AnyShape } from "./shapes";

const problemsIn = (shape: AnyShape, value: unknown, most = 24): Problem[] => {
  const problems: Problem[] = [];
  fits(shape as Shape<unknown>, value, problems, most);
  return problems;
};

const BOAT = object({
  name: text(8, 1),
  seats: about("how many row", whole([1, 9])),
  kind: choice("single", "pair"),
  length: optional(amount([2, 20])),
  afloat: flag(),
});
const boat = { name: "Wren", seats: 1, kind: "single", afloat: true };

describe("what fits", () => {
  const says: ReadonlyArray<
    readonly [what: string, shape: AnyShape, value: unknown, path: string, message: string]
  > = [
    ["nothing", BOAT, undefined, "document", "is missing"],
    ["null", BOAT, null, "document", "may not be null"],
    ["a list", BOAT, [], "document", "must be an object, not a list of 0"],
    ["a missing field", BOAT, { ...boat, seats: undefined }, "seats", "is missing"],
    ["a field that is null", BOAT, { ...boat, length: null }, "length", "may not be null"],
    ["an unknown field", BOAT, { ...boat, hull: 1 }, "document", "has a key that is not known here: hull"],
    ["an empty name", BOAT, { ...boat, name: "" }, "name", 'is too short: "", at least 1 character'],
    ["a long name", BOAT, { ...boat, name: "Kingfisher" }, "name", "is too long: 10 characters, at most 8"],
    ["a half seat", BOAT, { ...boat, seats: 1.5 }, "seats", "is 1.5, and must be a whole number"],
    ["too many seats", BOAT, { ...boat, seats: 10 }, "seats", "is 10, which is above 9"],
    ["no seat", BOAT, { ...boat, seats: 0 }, "seats", "is 0, which is below 1"],
    ["seats in words", BOAT, { ...boat, seats: "two" }, "seats", 'must be a number, not "two"'],
    ["another kind", BOAT, { ...boat, kind: "four" }, "kind", 'must be one of single, pair, not "four"'],
    ["a flag in words", BOAT, { ...boat, afloat: "yes" }, "afloat", 'must be a boolean, not "yes"'],
    ["a short list", list(flag(), 3, 2), [true], "document", "has 1 entries, at least 2 are needed"],
    ["a long list", list(flag(), 3), [true, true, true, true], "document", "has 4 entries, at most 3 fit"],
    ["a list of another length", list(flag(), 2, 2), [true], "document", "has 1 entries, and must have 2"],
    ["an entry", list(BOAT, 3), [boat, { ...boat, seats: 0 }], "[1].seats", "is 0, which is below 1"],
    [
      "another form",
      form(/^[A-Z]$/, (_, shown) => `must be a letter, not ${shown}`),
      "ab",
      "document",
      'must be a letter, not "ab"',
    ],
    [
      "a key of another form",
      keyed(/^[a-z]$/, "berth", flag(), 2),
      { A: true },
      "document",
      "has a key that is no berth: A",
    ],
    [
      "too many keys",
      keyed(/^[a-z]$/, "berth", flag(), 1),
      { a: true, b: true },
      "document",
      "has 2 entries, at most 1 fit",
    ],
    ["a value by key", keyed(/^[a-z]$/, "berth", flag(), 2), { a: 1 }, "a", "must be a boolean, not 1"],
    [
      "none of two",
      eitherByKey("a boat or a crew", { seats: BOAT }),
      { oars: 2 },
      "document",
      "must be a boat or a crew, not an object",
    ],
    [
      "a kind there is not",
      eitherBy("kind", "a single", { single: BOAT }),
      { ...boat, kind: "pair" },
      "document",
      "must be a single, not an object",
    ],
  ];
  test.each(says)("%s is told of", (_, shape, value, path, message) => {
    expect(problemsIn(shape, value)).toContainEqual({ path, message });
  });

  test("what may be left out may be, and nothing is made up in its place", () => {
    expect(problemsIn(BOAT, boat)).toEqual([]);
    const inner = object({ inner: optional(BOAT), by: optional(keyed(/^a$/, "a", flag(), 1)) });
    expect(problemsIn(inner, {})).toEqual([]);
    expect(problemsIn(object({ one: optional(eitherByKey("a boat", { seats: BOAT })) }), {})).toEqual([]);
  });

  test("looking ends at the last problem that is told of", () => {
    const looked: number[] = [];
    const each = form(/^$/, (value) => {
      looked.push(Number(value));
      return "is not empty";
    });
    const values = Array.from({ length: 1000 }, (_, at) => String(at));
    expect(problemsIn(list(each, 1000), values, 3).map(({ path }) => path)).toEqual(["[0]", "[1]", "[2]"]);
    expect(Math.max(...looked)).toBeLessThan(4);
  });

  test("inside what has the wrong size nothing is looked at", () => {
    expect(problemsIn(list(whole([0, 9]), 2), ["a", "b", "c"])).toEqual([
      { path: "document", message: "has 3 entries, at most 2 fit" },
    ]);
  });
});

const { shape: anyShape } = fc.letrec<{ shape: AnyShape; leaf: AnyShape }>((tie) => ({
  leaf: fc.oneof(
    fc.tuple(fc.nat(3), fc.nat(3)).map(([least, more]): AnyShape => text(least + more, least)),
    fc
      .tuple(fc.integer({ min: -3, max: 3 }), fc.nat(4))
      .map(([least, more]): AnyShape => whole([least, least + more])),
    fc
      .tuple(fc.integer({ min: -3, max: 3 }), fc.nat(4))
      .map(([least, more]): AnyShape => amount([least, least + more])),
    fc.constant<AnyShape>(flag()),
    fc.constantFrom<AnyShape>(choice("a", "b"), choice(0, 1, 2)),
    fc.constant<AnyShape>(form(/^[ab]+$/, () => "must be of a and b")),
  ),
  shape: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    tie("leaf"),
    fc
      .tuple(tie("shape"), fc.nat(2), fc.nat(2))
      .map(([each, least, more]): AnyShape => list(each, least + more, least)),
    fc
      .tuple(tie("shape"), tie("shape"), fc.boolean())
      .map(([a, b, loose]): AnyShape => object({ a, b: loose ? optional(b) : b })),
    fc.tuple(tie("shape"), fc.nat(2)).map(([each, most]): AnyShape => keyed(/^[ab]$/, "a or b", each, most)),
    fc
      .tuple(tie("leaf"), tie("leaf"))
      .map(([a, b]): AnyShape => eitherByKey("a or b", { a: object({ a }), b: object({ b }) })),
  ),
}));

/** Values near enough to a shape that about half of them fit. */
const near = (shape: AnyShape): fc.Arbitrary<unknown> => {
  const odd = fc.constantFrom<unknown>(null, "", "a", "abba", 0, 1.5, -4, true, [], {}, { a: 1 }, ["b"]);
  const right = (): fc.Arbitrary<unknown> => {
    switch (shape.kind) {
      case "text":
        return fc.constantFrom("", "a", "ab", "abc", "abcdefgh");
      case "form":
        return fc.constantFrom("a", "ba", "c", "");
      case "choice":
        return fc.constantFrom(...shape.of, "c");
      case "number":
        return fc.oneof(
          fc.integer({ min: shape.least - 1, max: shape.most + 1 }),
          fc.constant(shape.least + 0.5),
        );
      case "flag":
        return fc.boolean();
      case "list":
        return fc.array(near(shape.each), { maxLength: shape.most + 1 });
      case "keyed":
        return fc.dictionary(fc.constantFrom("a", "b", "c"), near(shape.each), { maxKeys: shape.most + 1 });
      case "object":
        return fc.record(
          Object.fromEntries(Object.entries(shape.fields).map(([key, field]) => [key, near(field)])),
          { requiredKeys: Object.keys(shape.fields).filter((key) => !shape.fields[key]!.optional) },
        );
      case "either":
        return fc.oneof(...Object.values(shape.shapes).map(near));
    }
  };
  return fc.oneof({ weight: 9, arbitrary: right() }, { weight: 1, arbitrary: odd });
};

const shaped = anyShape.chain((shape) => near(shape).map((value) => ({ shape, value })));

test("the published schema takes exactly what the reader takes", () => {
  const ajv = new Ajv({ strict: false });
  let taken = 0;
  fc.assert(
    fc.property(shaped, ({ shape, value }) => {
      const problems = problemsIn(shape, value);
      taken += Number(problems.length === 0);
      expect(ajv.validate(jsonSchemaOf(shape), value)).toBe(problems.length === 0);
    }),
    { numRuns: 600 },
  );
  expect(taken).toBeGreaterThan(60);
});

test("what fits is written so that it fits again, the same whatever order its keys were in", () => {
  const turned = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(turned)
      : typeof value === "object" && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([key, inner]) => [key, turned(inner)]),
          )
        : value;
  fc.assert(
    fc.property(shaped, ({ shape, value }) => {
      fc.pre(problemsIn(shape, value).length === 0);
      const written = canonical(shape as Shape<unknown>, value);
      expect(JSON.parse(JSON.stringify(written))).toEqual(JSON.parse(JSON.stringify(value)));
      expect(JSON.stringify(canonical(shape as Shape<unknown>, turned(value)))).toBe(JSON.stringify(written));
      expect(problemsIn(shape, JSON.parse(JSON.stringify(written)))).toEqual([]);
    }),
  );
});

test("what is unordered is written in its order, and the value itself is left alone", () => {
  const shape = unordered(whole([0, 9]), 5, (one, other) => one - other);
  const given = [3, 1, 2];
  expect(canonical(shape, given)).toEqual([1, 2, 3]);
  expect(given).toEqual([3, 1, 2]);
});

test("keys of an object are written in the order of its shape, and what no shape knows is left out", () => {
  const given = { afloat: true, kind: "pair" as const, seats: 2, name: "Tern", hull: "oak" };
  expect(Object.keys(JSON.parse(JSON.stringify(canonical(BOAT, given))))).toEqual([
    "name",
    "seats",
    "kind",
    "afloat",
  ]);
});

test("values by key are written in the order of their keys, and what is left out is not written", () => {
  const berths = keyed<string, Shape<number>>(/^[a-z]$/, "berth", whole([0, 9]), 5);
  const given = { c: 3, a: 1, b: undefined as unknown as number, d: 4 };
  expect(JSON.stringify(canonical(berths, given))).toBe('{"a":1,"c":3,"d":4}');
  expect(Object.keys(canonical(berths, given))).toEqual(["a", "c", "d"]);
});

test("one of several shapes is written by its own", () => {
  const place = eitherByKey("a berth or a shed", {
    berth: object({ berth: whole([0, 9]), free: flag() }),
    shed: object({ shed: text(9) }),
  });
  expect(JSON.stringify(canonical(place, { free: true, berth: 2 }))).toBe('{"berth":2,"free":true}');
  expect(JSON.stringify(canonical(place, { shed: "east" }))).toBe('{"shed":"east"}');
  const kinds = eitherBy("kind", "a or b", {
    a: object({ kind: choice("a"), one: flag() }),
    b: object({ kind: choice("b"), two: flag() }),
  });
  expect(JSON.stringify(canonical(kinds, { two: false, kind: "b" }))).toBe('{"kind":"b","two":false}');
});

test("what a shape is not told by is its own affair", () => {
  const kinds = eitherBy("kind", "a", { a: object({ kind: choice("a") }) });
  expect(problemsIn(kinds, { kind: "toString" })).toHaveLength(1);
  expect(problemsIn(kinds, null)).toEqual([{ path: "document", message: "may not be null" }]);
  expect(problemsIn(kinds, { kind: "a" })).toEqual([]);
});

test("long values are cut where a message shows them", () => {
  const [problem] = problemsIn(choice("single"), "x".repeat(1000));
  expect(problem!.message.length).toBeLessThan(90);
  expect(problem!.message).toContain("…");
});

test("a word for readers stands in the published schema", () => {
  expect(jsonSchemaOf(BOAT)).toMatchObject({
    required: ["name", "seats", "kind", "afloat"],
    properties: { seats: { description: "how many row", type: "integer", minimum: 1, maximum: 9 } },
  });
});

test("of many choices those that begin alike are named, and the others counted", () => {
  const many = choice(...Array.from({ length: 60 }, (_, at) => `${at < 5 ? "MAX" : "TM"}${at}`));
  const [alike] = problemsIn(object({ chip: many }), { chip: "max7219" });
  expect(alike!.message).toBe(
    'must be one of MAX0, MAX1, MAX2, MAX3, MAX4 and 55 others the schema lists, not "max7219"',
  );
  const [none] = problemsIn(object({ chip: many }), { chip: "qq" });
  expect(none!.message).toMatch(/^must be one of MAX0, .*TM23 and 36 others the schema lists, not "qq"$/);
});
