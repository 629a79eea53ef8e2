import type { ChipKey } from "./types";

/** The keys of a chip with so many key legs, eight segment legs on each, in the order it reports them. */
export const numberedKeys = (inputs: number): ChipKey[] =>
  Array.from({ length: inputs * 8 }, (_, at) => ({
    number: at + 1,
    input: Math.floor(at / 8) + 1,
    segment: (at % 8) + 1,
  }));
