import fc from "fast-check";
import { setCurrentFor, setResistorFor } from "../sheet";
import { BUS_CHIPS } from ".";
import { DRIVER_MAX7219 } from "./max7219/sheet";

const table = DRIVER_MAX7219.setCurrent!;

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

const DRIVERS = BUS_CHIPS.flatMap(({ sheet, memory }) =>
  sheet.kind === "driver-chip" ? [[sheet.id, sheet, memory] as const] : [],
);

describe.each(DRIVERS)("%s", (_, part, memory) => {
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
        const { address, bit } = memory.cell(digit, segment);
        expect(address).toBeGreaterThanOrEqual(memory.first);
        expect(address).toBeLessThan(memory.end);
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
  const part = BUS_CHIPS.find(({ sheet }) => sheet.id === id)!.sheet;
  for (const [leg, name] of legs) expect(part.legs.find((one) => one.id === leg)!.name).toBe(name);
});
