import fc from "fast-check";
import { HIGH, LOW, OPEN, UNKNOWN, type Level } from "../../level";
import { ShiftRegister, type RegisterInput } from "../register";
import { SHIFT_REGISTER_74HC595 } from "./sheet";

const register = () => new ShiftRegister(SHIFT_REGISTER_74HC595);

/**
 * The function table once more, written as plain arithmetic on two bytes and for known levels only, so that the chip
 * can be held against something that shares no line with it.
 */
class PlainRegister {
  stages = 0;
  outputs = 0;
  private readonly levels: Record<RegisterInput, number> = {
    serial: 0,
    shift: 0,
    latch: 0,
    enable: 0,
    clear: 1,
  };

  set(input: RegisterInput, level: number): void {
    const rises = this.levels[input] === 0 && level === 1;
    this.levels[input] = level;
    if (input === "latch" && rises) this.outputs = this.stages;
    if (input === "shift" && rises && this.levels.clear === 1)
      this.stages = ((this.stages << 1) | this.levels.serial) & 0xff;
    if (this.levels.clear === 0) this.stages = 0;
  }

  output(stage: number): Level {
    return this.levels.enable === 1 ? OPEN : ((this.outputs >> stage) & 1) === 1 ? HIGH : LOW;
  }
}

const INPUTS: readonly RegisterInput[] = ["serial", "shift", "latch", "enable", "clear"];
const outputs = (chip: { output(stage: number): Level }) =>
  [0, 1, 2, 3, 4, 5, 6, 7].map((stage) => chip.output(stage));

/** A chip with everything at 0, as the plain one starts. */
function settled(): ShiftRegister {
  const chip = register();
  chip.apply({ enable: LOW, clear: LOW, shift: LOW, latch: LOW, serial: LOW });
  chip.apply({ latch: HIGH });
  chip.apply({ latch: LOW });
  chip.apply({ clear: HIGH });
  return chip;
}

const change = fc.record({ input: fc.constantFrom(...INPUTS), level: fc.constantFrom<Level>(LOW, HIGH) });

test("any run of known levels: the chip does what the plain register does, edge by edge", () => {
  fc.assert(
    fc.property(fc.array(change, { maxLength: 200 }), (changes) => {
      const chip = settled();
      const plain = new PlainRegister();
      for (const { input, level } of changes) {
        chip.apply({ [input]: level });
        plain.set(input, level);
        expect(outputs(chip)).toEqual(outputs(plain));
        expect(chip.serialOut).toBe((plain.stages >> 7) & 1);
      }
    }),
  );
});

test("with unknown and open levels mixed in, whatever the chip still claims to know is what it would really hold", () => {
  const anyLevel = fc.record({
    input: fc.constantFrom(...INPUTS),
    level: fc.constantFrom<Level>(LOW, HIGH, UNKNOWN, OPEN),
    real: fc.constantFrom(0, 1),
  });
  fc.assert(
    fc.property(fc.array(anyLevel, { maxLength: 120 }), (changes) => {
      const chip = settled();
      const plain = new PlainRegister();
      for (const { input, level, real } of changes) {
        chip.apply({ [input]: level });
        plain.set(input, level === LOW || level === HIGH ? level : real);
        outputs(chip).forEach((claimed, stage) => {
          if (claimed !== UNKNOWN) expect(claimed).toBe(plain.output(stage));
        });
        chip.stages.forEach((claimed, stage) => {
          if (claimed !== UNKNOWN) expect(claimed).toBe((plain.stages >> stage) & 1);
        });
      }
    }),
  );
});
