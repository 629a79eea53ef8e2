import fc from "fast-check";
import { resistorFor } from "./one-resistor";

const red = { forward: 1.9, slope: 10 };

test.each([
  [{ supply: 5, ...red, count: 1, current: 10 }, 310, [270, 330]],
  [{ supply: 5, ...red, count: 2, current: 10 }, 120, [120]],
  [{ supply: 3.3, ...red, count: 1, current: 5 }, 290, [270, 330]],
  [{ supply: 12, forward: 3.1, slope: 20, count: 3, current: 20 }, 105, [100, 120]],
] as const)("%j takes %d Ω", (question, exact, values) => {
  const found = resistorFor(question, "E12");
  expect(found).toMatchObject({ ok: true, exact: expect.closeTo(exact, 6) });
  expect(found.ok && found.choices.map(({ ohms }) => ohms)).toEqual(values);
});

test("what a value gives follows from the same law, and the heat from what flows", () => {
  const found = resistorFor({ supply: 5, ...red, count: 1, current: 10 }, "E12");
  expect(found.ok && found.choices[1]).toEqual({
    ohms: 330,
    current: expect.closeTo(9.412, 3),
    heat: expect.closeTo(0.02923, 5),
  });
});

test.each([
  [{ supply: 3.3, ...red, count: 2, current: 5 }, /2 LEDs of 1.9 V need about 3.8 V/],
  [{ supply: 2, ...red, count: 1, current: 30 }, /Even without a resistor only 20.0 mA/],
])("%j is refused, with what to do", (question, message) => {
  expect(resistorFor(question, "E24")).toMatchObject({ ok: false, message: expect.stringMatching(message) });
});

test("the current wanted lies between what the values on either side give", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 2.5, max: 30, noNaN: true }),
      fc.double({ min: 0.5, max: 40, noNaN: true }),
      fc.integer({ min: 1, max: 8 }),
      (supply, current, count) => {
        const found = resistorFor({ supply, ...red, count, current }, "E24");
        if (!found.ok) return;
        const flows = found.choices.map((one) => one.current);
        expect(Math.max(...flows)).toBeGreaterThanOrEqual(current * 0.999);
        expect(Math.min(...flows)).toBeLessThanOrEqual(current * 1.001);
      },
    ),
  );
});
