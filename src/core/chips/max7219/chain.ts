import type { UnitRef } from "../../refs";
import { BEYOND_CHAIN, type MemoryCell, type WriteReader } from "../types";
import { MAX7219 } from "./behaviour";
import { explainWord } from "./words";

/** The words of a transfer down a chain; the last one ends in the chip nearest the controller. */
export function inWords(
  bytes: readonly number[],
): Array<{ readonly word: readonly [number, number]; readonly unit: number }> {
  const count = Math.floor(bytes.length / 2);
  return Array.from({ length: count }, (_, at) => ({
    word: [bytes[at * 2]!, bytes[at * 2 + 1]!] as const,
    unit: count - 1 - at,
  }));
}

const unitAt = (units: readonly UnitRef[], at: number): UnitRef | typeof BEYOND_CHAIN =>
  units[at] ?? BEYOND_CHAIN;

/** Whether a register holds a digit. */
export const isDigit = (register: number): boolean => register >= MAX7219.DIGIT_0 && register <= 8;

/** Which digits decode code B is remembered for each chip of a chain. */
export function readChain(): WriteReader {
  const modes = new Map<string, number>();
  return {
    explain: (units, bytes, on) =>
      inWords(bytes).map(({ word: [first, data], unit: place }, at) => {
        const unit = unitAt(units, place);
        const said = explainWord(first, data, at * 2, modes.get(unit) ?? 0, on);
        if (first >= 0 && (first & 0xf) === MAX7219.DECODE_MODE) modes.set(unit, data);
        return { ...said, unit };
      }),
  };
}

/** Digit registers a transfer writes, each as unit and register: other registers hold no light. */
export const placesWritten = (units: readonly UnitRef[], bytes: readonly number[]): string[] =>
  inWords(bytes).flatMap(({ word: [first], unit }) =>
    first >= 0 && isDigit(first & 0xf) ? [`${unitAt(units, unit)} ${first & 0xf}`] : [],
  );

/** Place of a bit of a digit register among the bits sent; words go MSB first, the address in the first byte of each. */
export function bitIn(
  units: readonly UnitRef[],
  bytes: readonly number[],
  unit: string,
  { address, bit }: MemoryCell,
): number | undefined {
  const word = inWords(bytes).findIndex(
    ({ word: [first], unit: at }) => units[at] === unit && first % 16 === address,
  );
  return word < 0 ? undefined : word * 16 + 15 - bit;
}
