import fc from "fast-check";
import { HIGH, LOW, OPEN, type Level } from "../../level";
import { ShiftRegister } from "../register";
import { cd4094 } from ".";

const wired = () => {
  const chip = new ShiftRegister(cd4094.sheet);
  chip.apply({ enable: HIGH, shift: LOW, latch: LOW, serial: LOW });
  return chip;
};
const clock = (chip: ShiftRegister, bit: Level) => {
  chip.apply({ serial: bit });
  chip.apply({ shift: HIGH });
  chip.apply({ shift: LOW });
};
const outputs = (chip: ShiftRegister) => [0, 1, 2, 3, 4, 5, 6, 7].map((at) => chip.output(at));

describe("CD4094, by its truth table", () => {
  test("while STROBE is low the outputs keep what they had", () => {
    const chip = wired();
    chip.apply({ latch: HIGH });
    for (let at = 0; at < 8; at += 1) clock(chip, LOW);
    chip.apply({ latch: LOW });
    clock(chip, HIGH);
    expect(outputs(chip)).toEqual(Array(8).fill(LOW));
  });
  test("while STROBE is high they follow every bit", () => {
    const chip = wired();
    chip.apply({ latch: HIGH });
    for (let at = 0; at < 8; at += 1) clock(chip, LOW);
    clock(chip, HIGH);
    expect(outputs(chip)).toEqual([1, 0, 0, 0, 0, 0, 0, 0]);
  });
  test("OE low opens the outputs: it is enabled by a high level", () => {
    const chip = wired();
    chip.apply({ latch: HIGH });
    for (let at = 0; at < 8; at += 1) clock(chip, HIGH);
    chip.apply({ enable: LOW });
    expect(outputs(chip)).toEqual(Array(8).fill(OPEN));
    chip.apply({ enable: HIGH });
    expect(outputs(chip)).toEqual(Array(8).fill(HIGH));
  });
  test("whatever is shifted with the strobe low is on the outputs once it has been high", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<Level>(LOW, HIGH), { minLength: 8, maxLength: 20 }), (bits) => {
        const chip = wired();
        for (const bit of bits) clock(chip, bit);
        chip.apply({ latch: HIGH });
        chip.apply({ latch: LOW });
        expect(outputs(chip)).toEqual([...bits].reverse().slice(0, 8));
        const copy = new ShiftRegister(cd4094.sheet);
        copy.load(chip.save());
        expect(outputs(copy)).toEqual(outputs(chip));
      }),
    );
  });
});

test.each([
  ["1", "STROBE"],
  ["2", "DATA"],
  ["3", "CLOCK"],
  ["4", "Q1"],
  ["7", "Q4"],
  ["9", "QS"],
  ["11", "Q8"],
  ["14", "Q5"],
  ["15", "OE"],
])("leg %s is %s", (id, name) => expect(cd4094.sheet.legs.find((leg) => leg.id === id)!.name).toBe(name));
