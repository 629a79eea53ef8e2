import { TM16 } from "../tm16";
import { numberedKeys } from "../keys";
import type { KeyScan } from "../types";

/** What the chip reports while no key is down. */
const NO_KEY = 0xff;

const keys = numberedKeys(2);

/** Two key legs by eight segment legs (TM1637 sheet, key scan table). The chip tells of one key only: of several the first. */
export const keyScan: KeyScan = {
  keys,
  usual: keys.map(({ number }) => number),
  command: TM16.READ_KEYS,
  reads: 1,
  several: false,
  bytes(down) {
    const first = keys.find(({ number }) => down.has(number));
    if (!first) return [NO_KEY];
    // Bits 0 to 2 are the segment leg inverted, bits 3 and 4 which key leg.
    return [0xe0 | (first.input === 1 ? 0x10 : 0x08) | (~(first.segment - 1) & 0x07)];
  },
  pressed([byte = NO_KEY]) {
    if (byte === NO_KEY || byte === 0) return [];
    const input = byte & 0x10 ? 1 : 2;
    return [(input - 1) * 8 + (~byte & 0x07) + 1];
  },
};
