import fc from "fast-check";
import { DRIVER_CHIPS, memoryCell, memorySize, setCurrentFor, setResistorFor } from ".";

const max7219 = DRIVER_CHIPS.find(({ id }) => id === "MAX7219")!;
const table = max7219.setCurrent!;

test.each([
  [40, 1.5, 12_200],
  [40, 3.5, 9_690],
  [30, 2.0, 17_100],
  [20, 2.5, 25_900],
  [10, 3.0, 55_400],
])("RSET for %s mA at %s V is %s Ω, as the sheet's table says", (current, drop, ohms) => {
  expect(setResistorFor(table, current, drop)).toBeCloseTo(ohms, 6);
  expect(setCurrentFor(table, ohms, drop)).toBeCloseTo(current, 9);
});

test("between the table's points the resistor lies between theirs, and both ways agree", () => {
  const between = setResistorFor(table, 20, 1.75);
  expect(between).toBeGreaterThan(28_000);
  expect(between).toBeLessThan(29_800);
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 50, noNaN: true }),
      fc.double({ min: 1, max: 4, noNaN: true }),
      (mA, volts) => {
        expect(setCurrentFor(table, setResistorFor(table, mA, volts), volts)).toBeCloseTo(mA, 6);
      },
    ),
  );
});

describe.each(DRIVER_CHIPS.map((part) => [part.id, part] as const))("%s", (_, part) => {
  test("every number of its package is one leg", () => {
    const count = part.outline.style === "dual-in-line" ? part.outline.legs : 0;
    expect(part.legs.map(({ id }) => Number(id)).sort((one, other) => one - other)).toEqual(
      Array.from({ length: count }, (__, at) => at + 1),
    );
  });
  test("its outputs are all there, each once, and every segment of every digit has a bit of its own", () => {
    expect(new Set(part.outputLegs).size).toBe(part.segmentLegs.length + part.digitLegs.length);
    const cells = part.digitLegs.flatMap((__, digit) =>
      part.segmentLegs.map((___, segment) => {
        const { address, bit } = memoryCell(part, digit, segment);
        expect(address).toBeGreaterThanOrEqual(memorySize(part)[0]);
        expect(address).toBeLessThan(memorySize(part)[1]);
        return `${address}.${bit}`;
      }),
    );
    expect(new Set(cells).size).toBe(cells.length);
  });
});

test.each([
  ["MAX7219", ["14", "SEGA"], ["22", "SEGDP"], ["2", "DIG0"], ["8", "DIG7"], ["24", "DOUT"]],
  ["TM1637", ["2", "SEG1"], ["15", "GRID1"], ["10", "GRID6"], ["17", "DIO"]],
  ["TM1638", ["5", "SEG1"], ["14", "SEG10"], ["24", "GRID1"], ["16", "GRID8"], ["28", "STB"]],
  ["HT16K33", ["2", "COM0"], ["25", "ROW0"], ["10", "ROW15"], ["26", "SCL"]],
] as const)("legs of %s", (id, ...legs) => {
  const part = DRIVER_CHIPS.find((one) => one.id === id)!;
  for (const [leg, name] of legs) expect(part.legs.find((one) => one.id === leg)!.name).toBe(name);
});
