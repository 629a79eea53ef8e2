import fc from "fast-check";
import { formatQuantity, parseQuantity, type QuantityUnit } from ".";

describe("quantities as people type them", () => {
  test.each<[string, QuantityUnit, number]>([
    ["470", "Ω", 470],
    ["4k7", "Ω", 4700],
    ["4.7 kΩ", "Ω", 4700],
    ["4R7", "Ω", 4.7],
    ["1 M", "Ω", 1e6],
    ["250 ms", "s", 0.25],
    ["1,5 s", "s", 1.5],
    ["16.7us", "s", 16.7e-6],
    ["100 nF", "F", 100e-9],
    ["20mA", "A", 0.02],
    ["1.9V", "V", 1.9],
    ["3", "V", 3],
  ])("%s in %s", (text, unit, value) => {
    expect(parseQuantity(text, unit)).toEqual({ ok: true, value: expect.closeTo(value, 15) });
  });

  test.each(["", "  ", "ten", "4k7k", "5 V", "--3", "1.2.3", "0x10"])("refuses “%s” for ohms", (text) => {
    const read = parseQuantity(text, "Ω");
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toContain("470 or 4k7");
  });

  test("written with SI prefixes", () => {
    expect(formatQuantity(0.0031, "A")).toBe("3.1 mA");
    expect(formatQuantity(4700, "Ω")).toBe("4.7 kΩ");
    expect(formatQuantity(0.9996, "s")).toBe("1 s");
    expect(formatQuantity(-0.42, "V")).toBe("−420 mV");
  });

  test("what is written reads back the same", () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-11, max: 9e10, noNaN: true }), (value) => {
        const read = parseQuantity(formatQuantity(value, "Ω", 12), "Ω");
        expect(read.ok && Math.abs(read.value / value - 1) < 1e-10).toBe(true);
      }),
    );
  });
});
