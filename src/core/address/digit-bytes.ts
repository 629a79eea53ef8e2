import { splitPipId, type Encoding, type PipId, type UnitRef, type DigitId, isOnDigit } from "../rig";
import type { DriveState } from "./state";

/** A byte of a chip's memory that lights LEDs of one digit. */
export interface DigitByte {
  readonly chip: UnitRef;
  readonly address: number;
  /** From bit 7 down, with the LED of the digit it is for. */
  readonly bits: ReadonlyArray<{ readonly bit: number; readonly pip: PipId | undefined }>;
}

/** The bytes of chips' memories that the LEDs of a digit hang on, in the order of their addresses. */
export function digitBytes({ pips }: Encoding, digit: DigitId): DigitByte[] {
  const found = new Map<string, { chip: UnitRef; address: number; pips: Map<number, PipId> }>();
  for (const { pip, needs } of pips) {
    if (!isOnDigit(pip, digit)) continue;
    for (const need of needs) {
      if (!("chip" in need)) continue;
      const key = `${need.chip} ${need.address}`;
      const byte = found.get(key) ?? { chip: need.chip, address: need.address, pips: new Map() };
      found.set(key, byte);
      // A mark that shares its bit with a segment is lit with it: the segment names the bit.
      const known = byte.pips.get(need.bit);
      if (!known || splitPipId(known).segment.length > 1) byte.pips.set(need.bit, pip);
    }
  }
  return [...found.values()]
    .sort((one, other) => one.chip.localeCompare(other.chip) || one.address - other.address)
    .map(({ chip, address, pips: byBit }) => ({
      chip,
      address,
      bits: [7, 6, 5, 4, 3, 2, 1, 0].map((bit) => ({ bit, pip: byBit.get(bit) })),
    }));
}

/** What a state has in such a byte. */
export const byteIn = ({ memory }: Pick<DriveState, "memory">, { chip, address }: DigitByte): number =>
  memory?.[chip]?.[address] ?? 0;

/** The state with another value in such a byte. */
export const withByte = (state: DriveState, { chip, address }: DigitByte, value: number): DriveState => ({
  ...state,
  memory: {
    ...state.memory,
    [chip]: (state.memory?.[chip] ?? []).map((old, at) => (at === address ? value : old)),
  },
});
