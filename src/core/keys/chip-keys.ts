import type { DriverChipPart } from "../parts";

/** One key a driver chip scans: between one of its segment legs and one of its key legs. */
export interface ChipKey {
  /** From 1, in the order the chip reports them. */
  readonly number: number;
  /** Segment leg it hangs on, from 1, and key leg, from 1. */
  readonly segment: number;
  readonly input: number;
}

/** What a TM1637 reports while no key is down. */
const NO_KEY = 0xff;

/** The keys a chip can scan: 2 × 8 for the TM1637, 3 × 8 for the TM1638; none for others here. */
export function chipKeys({ protocol }: DriverChipPart): ChipKey[] {
  const inputs = protocol === "two-wire" ? 2 : protocol === "strobed" ? 3 : 0;
  return Array.from({ length: inputs * 8 }, (_, at) => ({
    number: at + 1,
    input: Math.floor(at / 8) + 1,
    segment: (at % 8) + 1,
  }));
}

/** Keys of the usual board with eight of them, in a row from the left: all on the third key leg. */
export const BOARD_KEYS: readonly number[] = [1, 3, 5, 7, 2, 4, 6, 8].map((segment) => 16 + segment);

/**
 * What a chip answers with these keys down (TM1637 and TM1638 sheets, key scan tables). The TM1637 tells of one key
 * only: of several the first one. In each byte of the TM1638 bits 0 to 2 are its keys on one segment leg from the third
 * key leg down, bits 4 to 6 those on the next.
 */
export function keyBytes(part: DriverChipPart, down: ReadonlySet<number>): number[] {
  const held = chipKeys(part).filter(({ number }) => down.has(number));
  if (part.protocol === "two-wire") {
    const [first] = held;
    if (!first) return [NO_KEY];
    // Bits 0 to 2 are the segment leg inverted, bits 3 and 4 which key leg.
    return [0xe0 | (first.input === 1 ? 0x10 : 0x08) | (~(first.segment - 1) & 0x07)];
  }
  const bytes = [0, 0, 0, 0];
  for (const { segment, input } of held)
    bytes[(segment - 1) >> 1]! |= 1 << (3 - input + ((segment - 1) % 2 === 0 ? 0 : 4));
  return bytes;
}

/** The keys an answer tells of; the inverse of {@link keyBytes} where the chip can tell. */
export function keysIn(part: DriverChipPart, bytes: readonly number[]): number[] {
  if (part.protocol === "two-wire") {
    const byte = bytes[0] ?? NO_KEY;
    if (byte === NO_KEY || byte === 0) return [];
    const input = byte & 0x10 ? 1 : 2;
    return [(input - 1) * 8 + (~byte & 0x07) + 1];
  }
  return chipKeys(part)
    .filter(({ segment, input }) => {
      const byte = bytes[(segment - 1) >> 1] ?? 0;
      return (byte >> (3 - input + ((segment - 1) % 2 === 0 ? 0 : 4))) & 1;
    })
    .map(({ number }) => number);
}
