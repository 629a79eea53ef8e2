import fc from "fast-check";
import { E_SERIES, formatQuantity, neighbours, parseQuantity, type QuantityUnit } from ".";

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
    ["1/50", "s", 0.02],
    ["1/125 s", "s", 0.008],
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

describe("preferred values", () => {
  test("the series have as many values a decade as they are called", () => {
    expect(Object.entries(E_SERIES).map(([name, values]) => `E${values.length}` === name)).toEqual([
      true,
      true,
      true,
    ]);
    expect(E_SERIES.E96.slice(0, 6)).toEqual([1, 1.02, 1.05, 1.07, 1.1, 1.13]);
    expect(E_SERIES.E96.at(-1)).toBe(9.76);
    for (const value of E_SERIES.E12) expect(E_SERIES.E24).toContain(value);
  });

  test.each([
    ["E12", 470, 470, 470],
    ["E12", 471, 470, 560],
    ["E12", 97, 82, 100],
    ["E24", 471, 470, 510],
    ["E96", 471, 464, 475],
    ["E12", 4701, 4700, 5600],
    ["E12", 1, 1, 1],
  ] as const)("%s around %d Ω: %d and %d", (series, ohms, below, above) => {
    expect(neighbours(series, ohms)).toEqual({ below, above });
  });

  test("a value lies between its neighbours", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("E12" as const, "E24" as const, "E96" as const),
        fc.double({ min: 1, max: 9e6, noNaN: true }),
        (series, ohms) => {
          const { below, above } = neighbours(series, ohms);
          expect(below).toBeLessThanOrEqual(ohms * (1 + 1e-9));
          expect(above).toBeGreaterThanOrEqual(ohms * (1 - 1e-9));
        },
      ),
    );
  });
});
