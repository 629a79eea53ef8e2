import { numberedKeys } from "../keys";
import { TM16 } from "../tm16";
import type { KeyScan } from "../types";

const keys = numberedKeys(3);

/** The place of a key in the byte of its pair of segment legs: bits 0 to 2 from the third key leg down, then 4 to 6. */
const bitOf = (segment: number, input: number): number => 3 - input + ((segment - 1) % 2 === 0 ? 0 : 4);

/** Three key legs by eight segment legs (TM1638 sheet, key scan table): four bytes, two segment legs in each. */
export const keyScan: KeyScan = {
  keys,
  // The usual board with eight keys has all of them on the third key leg.
  usual: [1, 3, 5, 7, 2, 4, 6, 8].map((segment) => 16 + segment),
  command: TM16.READ_KEYS,
  reads: 4,
  several: true,
  bytes(down) {
    const bytes = [0, 0, 0, 0];
    for (const { number, segment, input } of keys)
      if (down.has(number)) bytes[(segment - 1) >> 1]! |= 1 << bitOf(segment, input);
    return bytes;
  },
  pressed: (bytes) =>
    keys
      .filter(({ segment, input }) => ((bytes[(segment - 1) >> 1] ?? 0) >> bitOf(segment, input)) & 1)
      .map(({ number }) => number),
};
