import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { interpret, type Outside } from "./fixtures/interpret";
import {
  as,
  clock,
  either,
  entry,
  name,
  number,
  operation,
  statementsIn,
  type Expression,
  type Operator,
  type Statement,
  type Width,
} from "./language";
import { C } from "./print/c";
import { refreshIfDue } from "./sketch/clocks";
import { PAUSE, untilDue } from "./sketch/time";
import { Costs } from "./costs";
import { Variables } from "./variables";
import { wrap } from "./widths";

const STANDARD: Readonly<Record<Width, string>> = {
  u8: "uint8_t",
  u16: "uint16_t",
  u32: "uint32_t",
  i8: "int8_t",
  i16: "int16_t",
  i32: "int32_t",
};
const WIDTHS = Object.keys(STANDARD) as Width[];
const still = () => 0;

test.each<[number, Width, number]>([
  [256, "u8", 0],
  [-1, "u8", 255],
  [128, "i8", -128],
  [32_768, "i16", -32_768],
  [65_537, "u16", 1],
  [-2_147_483_649, "i32", 2_147_483_647],
  [2 ** 32 + 5, "u32", 5],
])("%d in %s is %d", (value, width, held) => {
  expect(wrap(value, width)).toBe(held);
});

describe("widths, as C has them on a controller whose ints have 16 bits", () => {
  const on = (bits: 16 | 32, expression: Expression) => {
    const variables = new Variables(bits, still);
    variables.declare("byte", "u8", 200);
    variables.declare("word", "u16", 65_535);
    variables.declare("long", "u32", 5);
    return variables.value(expression);
  };
  test.each<[string, Expression, number, number]>([
    ["bytes are widened before they are added", operation(name("byte"), "+", name("byte")), 400, 400],
    ["an int of 16 bits runs over", operation(name("byte"), "*", name("byte")), -25_536, 40_000],
    ["an unsigned word stays a word", operation(name("word"), "+", number(1)), 0, 65_536],
    ["a word less than nothing", operation(number(0), "-", name("word")), 1, -65_535],
    ["a long pulls the other side up", operation(name("word"), "*", name("long")), 327_675, 327_675],
    ["a sign is lost beside an unsigned long", operation(number(-1), "<", name("long")), 0, 0],
    ["and kept beside an int", operation(number(-1), "<", number(5)), 1, 1],
    ["a number that does not fit is long", operation(number(40_000), "+", number(40_000)), 80_000, 80_000],
    ["cut to a byte", as("u8", operation(name("byte"), "+", number(100))), 44, 44],
    ["division cuts towards nothing", operation(number(-7), "/", number(2)), -3, -3],
    ["a remainder has the sign of what is divided", operation(number(-7), "%", number(2)), -1, -1],
    ["shifted to the right the sign stays", operation(number(-8), ">>", number(1)), -4, -4],
    ["one of two", either(name("byte"), number(1), number(2)), 1, 1],
  ])("%s", (_, expression, short, long) => {
    expect([on(16, expression), on(32, expression)]).toEqual([short, long]);
  });
});

test("the second side of && and || is left alone where the first decides", () => {
  const variables = new Variables(16, still);
  const bad = operation(number(1), "/", number(0));
  expect(variables.value(operation(number(0), "&&", bad))).toBe(0);
  expect(variables.value(operation(number(2), "||", bad))).toBe(1);
  expect(() => variables.value(operation(number(1), "&&", bad))).toThrow(/divided by 0/);
});

test("what nobody declared, or no table has, is told of", () => {
  const variables = new Variables(16, still);
  expect(() => variables.value(name("tides"))).toThrow("tides is not declared");
  expect(() => variables.set("tides", 1)).toThrow("tides is not declared");
  const table = { name: "ON", width: "u8", values: [1, 2] } as const;
  expect(variables.value(entry(table, number(1)))).toBe(2);
  expect(() => variables.value(entry(table, number(2)))).toThrow("ON has no entry 2");
});

test("clocks roll over: milliseconds after 49.7 days, microseconds after 71.6 minutes", () => {
  let time = 2 ** 32 + 7000;
  const variables = new Variables(16, () => time);
  expect(variables.value(clock("us"))).toBe(7000);
  expect(variables.value(clock("ms"))).toBe(Math.floor(time / 1000));
  time = 2 ** 32 * 1000 + 3000;
  expect(variables.value(clock("ms"))).toBe(3);
});

const anyExpression = fc.letrec<{ any: Expression; leaf: Expression }>((tie) => ({
  leaf: fc.oneof(
    fc.oneof(fc.integer({ min: -40_000, max: 70_000 }), fc.constant(3e9)).map(number),
    fc.constantFrom(...WIDTHS).map((width) => name(`a_${width}`)),
  ),
  any: fc.oneof(
    { maxDepth: 4, withCrossShrink: true },
    tie("leaf"),
    fc
      .tuple(
        tie("any"),
        fc.constantFrom<Operator[]>(
          "+",
          "-",
          "*",
          "&",
          "|",
          "^",
          "<",
          "<=",
          ">",
          ">=",
          "==",
          "!=",
          "&&",
          "||",
        ),
        tie("any"),
      )
      .map(([left, operator, right]) => operation(left, operator, right)),
    fc
      .tuple(tie("any"), fc.constantFrom<Operator[]>("/", "%"), fc.integer({ min: 1, max: 900 }))
      .map(([left, operator, by]) => operation(left, operator, number(by))),
    fc
      .tuple(tie("any"), fc.constantFrom<Operator[]>("<<", ">>"), fc.integer({ min: 0, max: 14 }))
      .map(([left, operator, by]) => operation(left, operator, number(by))),
    fc.tuple(tie("any"), fc.constantFrom(...WIDTHS)).map(([value, width]) => as(width, value)),
    fc.tuple(tie("any"), tie("any"), tie("any")).map(([one, two, three]) => either(one, two, three)),
  ),
})).any;

test("an expression, printed, compiled and run, gives what is worked out here", () => {
  const expressions = fc.sample(anyExpression, 400);
  const values: Readonly<Record<Width, number>> = {
    u8: 201,
    u16: 60_001,
    u32: 4e9,
    i8: -77,
    i16: -30_000,
    i32: -2e9,
  };
  const variables = new Variables(32, still);
  for (const width of WIDTHS) variables.declare(`a_${width}`, width, values[width]);
  // On this machine a long has 64 bits.
  const portable = (text: string) =>
    text
      .replace(/unsigned long/g, "uint32_t")
      .replace(/\blong\b/g, "int32_t")
      .replace(/(\d)UL/g, "$1U");
  const folder = mkdtempSync(join(tmpdir(), "bold-pip-language-"));
  const source = [
    "#include <cstdint>",
    "#include <cstdio>",
    ...WIDTHS.map((width) => `${STANDARD[width]} a_${width} = (${STANDARD[width]})${values[width]}LL;`),
    "int main() {",
    ...expressions.map((one) => `printf("%lld\\n", (long long)(${portable(C.expression(one))}));`),
    "}",
  ];
  writeFileSync(join(folder, "main.cpp"), source.join("\n"));
  const built = spawnSync(
    "g++",
    ["-std=c++14", "-O0", "-fwrapv", "-Wparentheses", "-Werror=parentheses", "-w", "-o", "run", "main.cpp"],
    { cwd: folder },
  );
  expect(String(built.stderr)).toBe("");
  const given = execFileSync(join(folder, "run")).toString().trim().split("\n").map(Number);
  expect(given).toEqual(expressions.map((one) => variables.value(one)));
});

describe("how an expression is written", () => {
  const [a, b, c] = [name("a"), name("b"), name("c")];
  test.each<[string, Expression]>([
    ["a + b * c", operation(a, "+", operation(b, "*", c))],
    ["(a + b) * c", operation(operation(a, "+", b), "*", c)],
    ["a - (b - c)", operation(a, "-", operation(b, "-", c))],
    ["a - b - c", operation(operation(a, "-", b), "-", c)],
    ["(a & b) == c", operation(operation(a, "&", b), "==", c)],
    ["a | (b << c)", operation(a, "|", operation(b, "<<", c))],
    ["a || (b && c)", operation(a, "||", operation(b, "&&", c))],
    ["(long)(a - b) > 0", operation(as("i32", operation(a, "-", b)), ">", number(0))],
    ["(uint8_t)a", as("u8", a)],
    ["a < b ? a : b", either(operation(a, "<", b), a, b)],
    ["(a ? b : c) + 1", operation(either(a, b, c), "+", number(1))],
    ["40000", number(40_000)],
    ["4000000000UL", number(4e9)],
    ["pgm_read_word(&T[a])", entry({ name: "T", width: "u16", values: [], inFlash: true }, a)],
    ["T[a + 1]", entry({ name: "T", width: "u16", values: [] }, operation(a, "+", number(1)))],
    ["micros() - a", operation(clock("us"), "-", a)],
  ])("%s", (text, expression) => {
    expect(C.expression(expression)).toBe(text);
  });
});

test("operations are counted alike where their clocks are not known, the dearer of two ways included", () => {
  const variables = new Variables(32, still);
  const cost = { measured: false, pinMode: 0, pinWrite: 0, shiftBit: 0, statement: 7, interrupt: 0 };
  const costs = new Costs(variables, { cost, intBits: 32, converts: 1000 });
  expect(costs.of(operation(name("a"), "+", operation(name("b"), "*", number(2))))).toBe(2 * 7);
  expect(costs.of(either(name("a"), number(1), operation(name("b"), "-", clock("ms"))))).toBe(3 * 7);
  expect(costs.of(as("u8", name("a")))).toBe(0);
  expect(costs.of({ is: "converter", line: "A0", named: "A0_LINE" })).toBe(7 + 1000);
});

test("on an 8-bit board wider numbers take longer, and a division most of all", () => {
  const variables = new Variables(16, still);
  for (const width of WIDTHS) variables.declare(width, width);
  const cost = { measured: true, pinMode: 0, pinWrite: 0, shiftBit: 0, statement: 500, interrupt: 0 };
  const costs = new Costs(variables, { cost, intBits: 16, converts: 0, clock: 62.5 });
  const takes = (width: Width, operator: "+" | "*" | "/") =>
    costs.of(operation(name(width), operator, name(width)));
  for (const operator of ["+", "*", "/"] as const) {
    expect(takes("u16", operator)).toBeGreaterThan(takes("u8", operator));
    expect(takes("i32", operator)).toBeGreaterThan(takes("i16", operator));
  }
  for (const width of WIDTHS) expect(takes(width, "/")).toBeGreaterThan(takes(width, "*"));
  // Two bytes out of memory and one added: five clocks.
  expect(takes("u8", "+")).toBe(Math.round(5 * 62.5));
});

test("statements are gone through with those in their bodies", () => {
  const inner: Statement = { do: "set", name: "a", value: number(1) };
  const other: Statement = { do: "return" };
  const whole: Statement = { do: "if", condition: name("a"), body: [inner], otherwise: [other] };
  expect([...statementsIn([whole])]).toEqual([whole, inner, other]);
});

describe("routines of a sketch, run as they are printed", () => {
  /** A board on which time passes by pauses alone. */
  const board = (start: number) => {
    let time = start;
    const variables = new Variables(16, () => time);
    const outside: Outside = {
      pause: (given, unit) => void (time += given * (unit === "ms" ? 1000 : 1)),
      call: (_, given) => interpret(PAUSE, given, variables, outside),
      deed: () => undefined,
    };
    return { variables, outside, now: () => time, pass: (us: number) => void (time += us) };
  };

  test("a pause of any length lasts just as long", () => {
    fc.assert(
      fc.property(fc.nat({ max: 4_000_000 }), (time) => {
        const { variables, outside, now } = board(0);
        interpret(PAUSE, [time], variables, outside);
        expect(now()).toBe(time);
      }),
    );
  });

  test("faces follow each other at their time, also when the microsecond clock rolls over", () => {
    const times = fc.record({
      start: fc.constantFrom(0, 2 ** 32 - 5000, 2 ** 32 * 3 - 1),
      every: fc.integer({ min: 1, max: 180_000 }),
      takes: fc.array(fc.nat({ max: 900 }), { minLength: 1, maxLength: 20 }),
    });
    fc.assert(
      fc.property(times, ({ start, every, takes }) => {
        const { variables, outside, now, pass } = board(start);
        variables.declare("due", "u32", start);
        takes.forEach((busy, at) => {
          pass(busy);
          interpret(untilDue(every > 60_000), [every], variables, outside);
          expect(now()).toBe(start + (at + 1) * every * 1000);
        });
      }),
    );
  });

  test("what comes late is not made up for", () => {
    const { variables, outside, now, pass } = board(0);
    variables.declare("due", "u32");
    pass(7300);
    interpret(untilDue(false), [5], variables, outside);
    expect(now()).toBe(7300);
    pass(1000);
    interpret(untilDue(false), [5], variables, outside);
    expect(now()).toBe(7300 + 5000);
  });

  test("asked often, a slot is ended at its time and the next one begins", () => {
    const { variables, outside, now, pass } = board(2 ** 32 - 2500);
    variables.declare("SLOTS", "u8", 2);
    variables.declare("slot", "u8");
    variables.declare("due", "u32", now());
    const ended: number[] = [];
    const noted: Outside = { ...outside, deed: () => ended.push(now() - (2 ** 32 - 2500)) };
    const routine = refreshIfDue({ periods: [1000, 500], tick: [{ do: "show", state: "slot" }] });
    for (let step = 0; step < 1000; step += 1) {
      interpret(routine, [], variables, noted);
      pass(5);
    }
    expect(ended).toEqual([0, 1000, 1500, 2500, 3000, 4000, 4500]);
  });
});
