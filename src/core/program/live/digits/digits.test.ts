import fc from "fast-check";
import { interpret, type Outside } from "../../fixtures/interpret";
import { name, number, set, when, type Statement } from "../../language";
import { Variables } from "../../variables";
import { CARRY, decimal, digitsOf, type Sign } from "./counter";
import { asDigits, asNumber, type Held } from "./held";
import { timeDigits } from "./time";

const nothing = () => undefined;
const NOTHING: Outside = { pause: nothing, call: nothing, deed: nothing };

/** What a held number is after statements, run as on an 8-bit controller. */
function after(held: Held, statements: readonly Statement[], more: readonly string[] = []): number {
  const variables = new Variables(16, () => 0);
  for (const { name: own, width, value } of held.variables) {
    variables.declare(own, width);
    if (value) variables.set(own, variables.value(value));
  }
  for (const own of more) variables.declare(own, "i32");
  interpret({ name: "tried", given: [], body: statements }, [], variables, NOTHING);
  return held.worth((own) => variables.value(name(own)));
}

const holds = (held: Held, sign: Sign, than: Parameters<Held["compare"]>[1]): boolean =>
  after(held, [when(held.compare(sign, than), held.set(1), held.set(0))]) === 1;

const SIGNS: Readonly<Record<Sign, (left: number, right: number) => boolean>> = {
  "<": (left, right) => left < right,
  "<=": (left, right) => left <= right,
  "==": (left, right) => left === right,
  "!=": (left, right) => left !== right,
  ">=": (left, right) => left >= right,
  ">": (left, right) => left > right,
};
const radices = fc.array(fc.constantFrom(10, 10, 6, 3), { minLength: 2, maxLength: 5 });
const counter = (all: readonly number[]) => ({ names: all.map((_, at) => `d${at}`), radices: all });
const room = (all: readonly number[]) => all.reduce((product, radix) => product * radix, 1);

test("a number is its digits in any radices, and is taken from them again", () => {
  fc.assert(
    fc.property(radices, fc.nat(), (all, some) => {
      const value = some % room(all);
      expect(after(asDigits(counter(all), value), [])).toBe(value);
      expect(digitsOf(value, all).every((digit, at) => digit < all[at]!)).toBe(true);
    }),
  );
});

test("steps carry and borrow over any number of digits", () => {
  fc.assert(
    fc.property(radices, fc.nat(), fc.integer({ min: -500, max: 500 }), (all, some, by) => {
      const start = some % room(all);
      const held = asDigits(counter(all), start);
      // What goes over the highest digit is lost.
      const all_ = room(all);
      expect(after(held, held.add(by % all_))).toBe((((start + (by % all_)) % all_) + all_) % all_);
    }),
    { numRuns: 300 },
  );
});

test("they compare as the numbers do, with one that is known and with one of a table", () => {
  fc.assert(
    fc.property(radices, fc.nat(), fc.integer({ min: -20, max: 900 }), (all, some, than) => {
      const start = some % room(all);
      const held = asDigits(counter(all), start);
      for (const [sign, isSo] of Object.entries(SIGNS) as Array<[Sign, (typeof SIGNS)[Sign]]>) {
        expect([sign, holds(held, sign, than)]).toEqual([sign, isSo(start, than)]);
        const other = Math.abs(than) % room(all);
        const ofTable = { table: "T", of: [0, other], at: number(1) };
        expect([sign, holds(held, sign, ofTable)]).toEqual([sign, isSo(start, other)]);
      }
    }),
    { numRuns: 100 },
  );
});

test("a count goes round, is set to what is worked out, takes digits from the right, as a number and in digits", () => {
  fc.assert(
    fc.property(
      fc.nat({ max: 59 }),
      fc.integer({ min: 1, max: 59 }),
      fc.nat({ max: 99 }),
      (start, by, to) => {
        const both = [asNumber("n", 0, 99, start), asDigits(decimal("n", 99), start)];
        expect(both.map((held) => after(held, held.goRound(by, 60)))).toEqual(
          both.map(() => (start + by) % 60),
        );
        expect(
          both.map((held) =>
            after(held, [set("given", number(to)), ...held.setTo(name("given"))], ["given"]),
          ),
        ).toEqual([to, to]);
        const pushed = asDigits(decimal("n", 99), start);
        expect(after(pushed, pushed.push(7))).toBe(((start * 10) % 100) + 7);
        for (const held of both)
          expect(after(held, [when(held.hasRoom(by, 0, 59), held.set(1), held.set(0))])).toBe(
            start + by <= 59 ? 1 : 0,
          );
      },
    ),
  );
});

test("only what is shared is there for all: the carry", () => {
  expect(asDigits(decimal("n", 99), 0).variables.at(-1)).toBe(CARRY);
});

describe("the digits of a time", () => {
  const shown = (...parts: Array<string | undefined>) => new Set(parts);
  test.each<[string, number, number, Set<string | undefined>, readonly number[]]>([
    ["minutes and seconds", 1000, 5999, shown("M", "s"), [10, 6, 10, 10]],
    ["hours, minutes and seconds", 1000, 359_999, shown("h", "m", "s"), [10, 6, 10, 6, 10, 10]],
    ["seconds beyond 59", 1000, 999, shown("S"), [10, 10, 10]],
    ["seconds and tenths", 100, 9999, shown("S", "d"), [10, 10, 10, 10]],
    ["minutes, seconds and hundredths", 10, 599_999, shown("M", "s", "c"), [10, 10, 10, 6, 10, 10]],
    ["a few seconds need no tens of minutes", 1000, 59, shown("M", "s"), [10, 6]],
  ])("%s", (_, tick, most, parts, expected) => {
    expect(timeDigits("left", tick, most, parts).counter.radices).toEqual(expected);
  });

  test("a part that is not among them has to be worked out", () => {
    const both = timeDigits("left", 1000, 5999, shown("M", "s", "S"));
    expect(both.of("S")).toBeUndefined();
    expect(both.of("s")).toEqual([name("leftSeconds"), name("leftTenSeconds")]);
    expect(both.of("M")).toEqual([name("leftMinutes"), name("leftTenMinutes")]);
    expect(timeDigits("left", 10, 999, shown("S", "c")).of("c")).toEqual([
      name("leftHundredths"),
      name("leftTenths"),
    ]);
    expect(timeDigits("left", 10, 999, shown(undefined)).of(undefined)).toHaveLength(3);
  });
});
