import fc from "fast-check";
import { busEdges, type BusWrite } from "../../bus";
import { HIGH, LOW, type Level } from "../../level";
import { LINES, PIN, rules, send, writesIn } from "../fixtures/send";
import { tm1640 } from ".";
import { Tm1640 } from "./behaviour";

const to = (...bytes: number[]): BusWrite => ({ bus: "two-wire-unanswered", bytes });

describe("TM1640", () => {
  test("a byte has eight clocks and no ninth: nobody answers", () => {
    const { edges } = busEdges(to(0x40), LINES, { write: 1000, shiftBit: 0, pause: 0 });
    // Eight for the bits, and the one of the stop.
    expect(edges.filter(({ line, level }) => line === "c" && level === "released")).toHaveLength(9);
    expect(new Tm1640().answer).toBe(3);
  });
  test("sixteen grids, one address each; level 2 is 4/16 of a sixteenth", () => {
    const chip = new Tm1640();
    const bytes = Array.from({ length: 16 }, (_, at) => at + 1);
    expect(writesIn(send(chip, [to(0x40), to(0xc0, ...bytes), to(0x8a)]))).toEqual([
      [0x40],
      [0xc0, ...bytes],
      [0x8a],
    ]);
    expect(chip.picture().digits.map(({ lit }) => lit)).toEqual(bytes);
    expect(chip.picture().digits[0]!.share).toBeCloseTo(4 / 16 / 16, 9);
  });
  test("memory is undefined until it is written, and the display is off at power-up", () => {
    const chip = new Tm1640();
    expect(chip.picture().digits.every(({ share }) => share === 0)).toBe(true);
    send(chip, [to(0x88)]);
    expect(chip.picture().digits[15]).toMatchObject({ lit: 0, unknown: 0xff });
  });
  test("a fixed address stays", () => {
    const chip = new Tm1640();
    send(chip, [to(0x40), to(0xc0, ...Array<number>(16).fill(0)), to(0x44), to(0xcf, 0x7f), to(0x88)]);
    expect(chip.picture().digits[15]!.lit).toBe(0x7f);
  });
  test("a ninth clock, as its four-digit relative has it, puts every later bit in the wrong place", () => {
    const chip = new Tm1640();
    const notes = [];
    for (const pin of ["clock", "data"] as const) chip.apply({ [pin]: HIGH }, 0);
    const { edges } = busEdges({ bus: "two-wire", bytes: [0xc0, 0x3f] }, LINES, {
      write: 4000,
      shiftBit: 0,
      pause: 0,
    });
    for (const { at, line, level } of edges)
      chip.apply({ [PIN[line as "c"]]: (level === 0 ? LOW : HIGH) as Level }, 1000 + at);
    notes.push(...chip.takeNotes());
    expect(writesIn(notes)).not.toEqual([[0xc0, 0x3f]]);
  });
  test("a clock beyond 1 MHz is noticed", () =>
    expect(rules(send(new Tm1640(), [to(0x40)], { write: 200, shiftBit: 0, pause: 0 }))).toContain(
      "too fast",
    ));
  test("whatever is written arrives, and is kept when the chip is put away", () => {
    const bytes = fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 16 });
    fc.assert(
      fc.property(bytes, (data) => {
        const chip = new Tm1640();
        expect(writesIn(send(chip, [to(0x40), to(0xc0, ...data), to(0x8f)]))[1]).toEqual([0xc0, ...data]);
        const again = new Tm1640();
        again.load(chip.save());
        expect(again.picture()).toEqual(chip.picture());
      }),
      { numRuns: 30 },
    );
  });
});

test.each([
  ["1", "GRID12"],
  ["5", "GRID16"],
  ["7", "DIN"],
  ["8", "SCLK"],
  ["9", "SEG1"],
  ["16", "SEG8"],
  ["18", "GRID1"],
  ["28", "GRID11"],
])("leg %s is %s", (id, name) => expect(tm1640.sheet.legs.find((leg) => leg.id === id)!.name).toBe(name));
