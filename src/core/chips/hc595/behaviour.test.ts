import fc from "fast-check";
import { HIGH, LOW, OPEN, UNKNOWN, type Bit, type Level } from "../../level";
import { ShiftRegister } from "../register";
import { SHIFT_REGISTER_74HC595 } from "./sheet";

const register = () => new ShiftRegister(SHIFT_REGISTER_74HC595);

const wired = (): ShiftRegister => {
  const chip = register();
  chip.apply({ enable: LOW, clear: HIGH, shift: LOW, latch: LOW, serial: LOW });
  return chip;
};
const clock = (chip: ShiftRegister, bit: Level) => {
  chip.apply({ serial: bit });
  chip.apply({ shift: HIGH });
  chip.apply({ shift: LOW });
};
const latch = (chip: ShiftRegister) => {
  chip.apply({ latch: HIGH });
  chip.apply({ latch: LOW });
};
const load = (chip: ShiftRegister, bits: readonly Bit[]) => bits.forEach((bit) => clock(chip, bit));
const outputs = (chip: ShiftRegister) => [0, 1, 2, 3, 4, 5, 6, 7].map((stage) => chip.output(stage));

describe("74HC595, by its function table", () => {
  test("contents are unknown at power-up, and stay so until eight bits are shifted and latched", () => {
    const chip = wired();
    expect(outputs(chip)).toEqual(Array(8).fill(UNKNOWN));
    load(chip, [1, 0, 1]);
    latch(chip);
    expect(outputs(chip)).toEqual([1, 0, 1, UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN]);
  });

  test("SER is taken and all stages move on SRCLK rising; nothing moves on its fall", () => {
    const chip = wired();
    load(chip, [0, 0, 0, 0, 0, 0, 0, 0]);
    chip.apply({ serial: HIGH });
    chip.apply({ shift: HIGH });
    expect(chip.stages[0]).toBe(HIGH);
    chip.apply({ serial: LOW });
    chip.apply({ shift: LOW });
    expect(chip.stages).toEqual([1, 0, 0, 0, 0, 0, 0, 0]);
  });

  test("outputs take the stages on RCLK rising and not before", () => {
    const chip = wired();
    load(chip, [1, 1, 1, 1, 0, 0, 0, 0]);
    latch(chip);
    load(chip, [0, 0, 0, 0, 1, 1, 1, 1]);
    expect(outputs(chip)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    latch(chip);
    expect(outputs(chip)).toEqual([1, 1, 1, 1, 0, 0, 0, 0]);
  });

  test("the first bit shifted of a byte ends at QH, and leaves by QH′ eight clocks later", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<Bit>(LOW, HIGH), { minLength: 8, maxLength: 8 }), (bits) => {
        const chip = wired();
        load(chip, bits);
        latch(chip);
        expect(outputs(chip)).toEqual([...bits].reverse());
        expect(chip.serialOut).toBe(bits[0]);
      }),
    );
  });

  test("SRCLR low empties the stages and leaves the outputs until the next latch", () => {
    const chip = wired();
    load(chip, [1, 1, 1, 1, 1, 1, 1, 1]);
    latch(chip);
    chip.apply({ clear: LOW });
    clock(chip, HIGH);
    expect(chip.stages).toEqual(Array(8).fill(LOW));
    expect(outputs(chip)).toEqual(Array(8).fill(HIGH));
    latch(chip);
    expect(outputs(chip)).toEqual(Array(8).fill(LOW));
  });

  test("OE high opens the outputs and keeps what is latched", () => {
    const chip = wired();
    load(chip, [1, 0, 1, 0, 1, 0, 1, 0]);
    latch(chip);
    chip.apply({ enable: HIGH });
    expect(outputs(chip)).toEqual(Array(8).fill(OPEN));
    expect(chip.serialOut).toBe(HIGH);
    chip.apply({ enable: LOW });
    expect(outputs(chip)).toEqual([0, 1, 0, 1, 0, 1, 0, 1]);
  });

  test("with both clocks tied together the outputs are one clock behind the stages", () => {
    const chip = wired();
    load(chip, [0, 0, 0, 0, 0, 0, 0, 0]);
    chip.apply({ serial: HIGH });
    chip.apply({ shift: HIGH, latch: HIGH });
    expect(chip.stages[0]).toBe(HIGH);
    expect(chip.output(0)).toBe(LOW);
  });

  test.each<["clear" | "enable" | "serial" | "shift", (chip: ShiftRegister) => unknown, unknown]>([
    ["clear", (chip) => chip.stages, [UNKNOWN, UNKNOWN, UNKNOWN, UNKNOWN, LOW, LOW, LOW, LOW]],
    ["enable", outputs, Array(8).fill(UNKNOWN)],
    ["serial", (chip) => (clock(chip, OPEN), chip.stages[0]), UNKNOWN],
    ["shift", (chip) => chip.stages, Array(8).fill(UNKNOWN)],
  ])("an open %s leaves nothing one can rely on", (input, look, expected) => {
    const chip = wired();
    load(chip, [0, 0, 0, 0, 1, 1, 1, 1]);
    latch(chip);
    chip.apply({ serial: LOW });
    chip.apply({ [input]: OPEN });
    expect(look(chip)).toEqual(expected);
  });
});
