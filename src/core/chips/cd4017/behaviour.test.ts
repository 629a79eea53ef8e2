import fc from "fast-check";
import { HIGH, LOW, UNKNOWN, type Level } from "../../level";
import { Ring4017 } from "./behaviour";

const outputs = (chip: { output(at: number): Level }, count: number) =>
  Array.from({ length: count }, (_, at) => chip.output(at));

describe("CD4017, by its function table", () => {
  const ready = () => {
    const chip = new Ring4017();
    chip.apply({ CLOCK: LOW, INHIBIT: LOW, RESET: LOW });
    return chip;
  };
  const pulse = (chip: Ring4017, input: "CLOCK" | "RESET") => {
    chip.apply({ [input]: HIGH });
    chip.apply({ [input]: LOW });
  };
  const stands = (chip: Ring4017) => outputs(chip, 10).indexOf(HIGH);

  test("where it stands is unknown until a reset", () => {
    const chip = ready();
    pulse(chip, "CLOCK");
    expect(outputs(chip, 10)).toEqual(Array(10).fill(UNKNOWN));
    pulse(chip, "RESET");
    expect(stands(chip)).toBe(0);
  });

  test("each rising clock steps it on, and after ten it is round", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 45 }), (clocks) => {
        const chip = ready();
        pulse(chip, "RESET");
        for (let clock = 0; clock < clocks; clock += 1) pulse(chip, "CLOCK");
        expect(stands(chip)).toBe(clocks % 10);
        const copy = new Ring4017();
        copy.load(chip.save());
        expect(outputs(copy, 10)).toEqual(outputs(chip, 10));
      }),
    );
  });

  test("a high inhibit stops it, a high reset holds it at the start", () => {
    const chip = ready();
    pulse(chip, "RESET");
    chip.apply({ INHIBIT: HIGH });
    pulse(chip, "CLOCK");
    expect(stands(chip)).toBe(0);
    chip.apply({ INHIBIT: LOW, RESET: HIGH });
    pulse(chip, "CLOCK");
    expect(stands(chip)).toBe(0);
  });
});
