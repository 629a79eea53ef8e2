import { MAX7219 } from "../chip";
import type { DriverChipPart } from "../parts";
import { explainWrite, type Explained } from "./explain";

/**
 * The places of display memory a transfer writes to, each by a name of its own; none for what only sets chips up.
 * @param units the chips of the bus; of a chain the one nearest the controller first
 */
export function placesWritten(
  part: Pick<DriverChipPart, "protocol">,
  units: readonly string[],
  bytes: readonly number[],
): string[] {
  const unit = units[0] ?? "";
  switch (part.protocol) {
    case "frames":
      return inWords(bytes).flatMap(({ word: [first], unit: at }) => {
        const register = first & 0xf;
        return first >= 0 && register >= MAX7219.DIGIT_0 && register <= 8
          ? [`${unitAt(units, at)} ${register}`]
          : [];
      });
    case "two-wire":
    case "strobed": {
      const [command = 0] = bytes;
      if (command >> 6 !== 3) return [];
      return bytes.slice(1).map((_, at) => `${unit} ${((command & 0xf) + at) & 0xf}`);
    }
    case "i2c": {
      const [, pointer = -1] = bytes;
      if (pointer < 0 || pointer >> 4 !== 0) return [];
      return bytes.slice(2).map((_, at) => `${unit} ${(pointer + at) & 0xf}`);
    }
  }
}

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

const unitAt = (units: readonly string[], at: number): string => units[at] ?? "beyond the chain";

/** Puts transfers into words one after the other: which digits decode code B is remembered for each chip of a chain. */
export class DecodedWords {
  private readonly modes = new Map<string, number>();

  /** Of a chain one for each word, with the chip that keeps it. */
  explain(
    part: DriverChipPart,
    units: readonly string[],
    bytes: readonly number[],
    on: "segments" | "dots",
  ): Array<Explained & { readonly unit: string }> {
    if (part.protocol !== "frames")
      return explainWrite(part, bytes, 0, on).map((one) => ({ ...one, unit: units[0] ?? "" }));
    return inWords(bytes).map(({ word, unit: place }, at) => {
      const unit = unitAt(units, place);
      const [said] = explainWrite(part, word, this.modes.get(unit) ?? 0, on);
      if ((word[0] & 0xf) === MAX7219.DECODE_MODE && word[0] >= 0) this.modes.set(unit, word[1]);
      return {
        ...said!,
        fields: said!.fields.map((field) => ({ ...field, byte: field.byte + at * 2 })),
        unit,
      };
    });
  }
}
