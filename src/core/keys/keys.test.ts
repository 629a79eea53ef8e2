import fc from "fast-check";
import { debounceFor, debounced, keypadScanTime, scanKeypad } from ".";

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
