import fc from "fast-check";
import { partById, type DriverChipPart } from "../parts";
import {
  BOARD_KEYS,
  chipKeys,
  debounceFor,
  debounced,
  keyBytes,
  keysIn,
  keypadScanTime,
  scanKeypad,
} from ".";

const tm1637 = partById("TM1637") as DriverChipPart;
const tm1638 = partById("TM1638") as DriverChipPart;

test.each([
  ["no key", [], 0xff],
  ["the first on K1", [1], 0xf7],
  ["the second on K1", [2], 0xf6],
  ["the eighth on K1", [8], 0xf0],
  ["the first on K2", [9], 0xef],
  ["of two the first", [3, 9], 0xf5],
] as const)("TM1637, %s", (_, down, byte) => {
  expect(keyBytes(tm1637, new Set(down))).toEqual([byte]);
});

test("TM1638: key n of the usual board is bit (n < 4 ? 0 : 4) of byte n mod 4", () => {
  BOARD_KEYS.forEach((key, n) => {
    const bytes = keyBytes(tm1638, new Set([key]));
    expect(bytes.map((byte, at) => (at === n % 4 ? byte : byte === 0))).toEqual(
      bytes.map((_, at) => (at === n % 4 ? 1 << (n < 4 ? 0 : 4) : true)),
    );
  });
});

test("what a TM1638 reports is what is down, all 24 keys", () => {
  expect(chipKeys(tm1638)).toHaveLength(24);
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 24 })), (down) => {
      expect(keysIn(tm1638, keyBytes(tm1638, new Set(down)))).toEqual([...down].sort((a, b) => a - b));
      if (down.length === 1 && down[0]! <= 16)
        expect(keysIn(tm1637, keyBytes(tm1637, new Set(down)))).toEqual(down);
    }),
  );
});

describe("a keypad by rows and columns", () => {
  test("one and two keys are seen as they are", () => {
    expect(scanKeypad("4x4", new Set([5]), false)).toMatchObject({ seen: [5], ghosts: [] });
    expect(scanKeypad("4x4", new Set([5, 6]), false).ghosts).toEqual([]);
    expect(scanKeypad("3x4", new Set([0, 4]), false).ghosts).toEqual([]);
  });
  test("three corners of a rectangle make the fourth, unless each key has a diode", () => {
    expect(scanKeypad("4x4", new Set([0, 1, 4]), false)).toMatchObject({ seen: [0, 1, 4, 5], ghosts: [5] });
    expect(scanKeypad("4x4", new Set([0, 1, 4]), true)).toMatchObject({ seen: [0, 1, 4], ghosts: [] });
  });
  test("with diodes any keys at all are seen as they are; without, never fewer", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 15 })), (down) => {
        const pressed = new Set(down);
        expect(scanKeypad("4x4", pressed, true).seen).toEqual([...down].sort((a, b) => a - b));
        expect(down.every((key) => scanKeypad("4x4", pressed, false).seen.includes(key))).toBe(true);
      }),
    );
  });
  test("debouncing: 20 ms at a scan every 5 ms are five equal readings", () => {
    expect(debounceFor(20, 5)).toEqual({ samples: 5, atBest: 20, atWorst: 45 });
    const bouncing = [0, 1, 0, 1, 1, 0, 1, 1, 1, 1, 1, 1].map(Boolean);
    expect(debounced(bouncing, 5).indexOf(true)).toBe(10);
    expect(keypadScanTime("3x4", 4, 10)).toBe(4 * (8 + 10 + 12));
  });
});
