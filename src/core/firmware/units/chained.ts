import type { CPU } from "avr8js";

/** Hears of what is written to a register, after the unit whose register it is. */
export type Chained = (register: number, heard: (value: number) => void) => void;

export const chainedOn =
  (cpu: CPU): Chained =>
  (register, heard) => {
    const before = cpu.writeHooks[register];
    cpu.writeHooks[register] = (value, old, at, mask) => {
      const done = before?.(value, old, at, mask);
      if (!done) cpu.data[register] = value;
      heard(value);
      return true;
    };
  };
