import fc from "fast-check";
import { keyScan as tm1637 } from "./tm1637/keys";
import { keyScan as tm1638 } from "./tm1638/keys";

test.each([
  ["no key", [], 0xff],
  ["the first on K1", [1], 0xf7],
  ["the second on K1", [2], 0xf6],
  ["the eighth on K1", [8], 0xf0],
  ["the first on K2", [9], 0xef],
  ["of two the first", [3, 9], 0xf5],
] as const)("TM1637, %s", (_, down, byte) => {
  expect(tm1637.bytes(new Set(down))).toEqual([byte]);
});

test("TM1638: key n of the usual board is bit (n < 4 ? 0 : 4) of byte n mod 4", () => {
  tm1638.usual.forEach((key, n) => {
    const bytes = tm1638.bytes(new Set([key]));
    expect(bytes.map((byte, at) => (at === n % 4 ? byte : byte === 0))).toEqual(
      bytes.map((_, at) => (at === n % 4 ? 1 << (n < 4 ? 0 : 4) : true)),
    );
  });
});

test("what a TM1638 reports is what is down, all 24 keys", () => {
  expect(tm1638.keys).toHaveLength(24);
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 24 })), (down) => {
      expect(tm1638.pressed(tm1638.bytes(new Set(down)))).toEqual([...down].sort((a, b) => a - b));
      if (down.length === 1 && down[0]! <= 16)
        expect(tm1637.pressed(tm1637.bytes(new Set(down)))).toEqual(down);
    }),
  );
});
