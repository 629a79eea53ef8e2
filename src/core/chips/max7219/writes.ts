import type { Asked, ChipTransfer, Memory } from "../types";
import { MAX7219 } from "./behaviour";

/** How many digits of its chips a chain uses: its scan limit. */
const digitsUsed = ({ highest }: Pick<Asked, "highest">): number => Math.max(1, highest);

/** The set-up of a chain: every chip is written the same. */
export function setUp(asked: Asked): ChipTransfer[] {
  const used = digitsUsed(asked);
  const all = (register: number, value: number, why: string): ChipTransfer => ({
    bytes: asked.units.flatMap(() => [register, value]),
    why,
  });
  return [
    all(MAX7219.DISPLAY_TEST, 0, "a chip that woke in its test would show everything lit"),
    all(MAX7219.SCAN_LIMIT, used - 1, "after power-up only one digit is scanned"),
    all(MAX7219.DECODE_MODE, 0, "bits are segments, so any shape can be shown"),
    all(MAX7219.INTENSITY, asked.level, "after power-up it is at its darkest"),
    ...Array.from({ length: used }, (_, digit) =>
      all(MAX7219.DIGIT_0 + digit, 0, "the memory holds junk until it is written"),
    ),
    all(MAX7219.SHUTDOWN, 1, "only now: nothing is left that could flash up"),
  ];
}

/** Digit by digit; the first word sent ends in the farthest chip. */
export const update = (asked: Asked, memory: Memory): ChipTransfer[] =>
  Array.from({ length: digitsUsed(asked) }, (_, digit): ChipTransfer => ({
    bytes: [...asked.units].reverse().flatMap((unit) => [digit + 1, memory[unit]?.[digit + 1] ?? 0]),
    why: `digit ${digit} of ${asked.units.length === 1 ? "the chip" : "every chip of the chain"}`,
  }));
