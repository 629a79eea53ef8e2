import { hex } from "../../bus";
import { bits, litIn, times, unreadable, type Explained, type Field } from "../words";
import { CODE_B, MAX7219 } from "./behaviour";

const SEGMENTS_BY_BIT = ["g", "f", "e", "d", "c", "b", "a", "dp"] as const;

/** A byte as a row of dots, the highest bit at the left. */
const dotsIn = (byte: number): string =>
  Array.from({ length: 8 }, (_, at) => ((byte >> (7 - at)) & 1 ? "●" : "·")).join("");

/**
 * One word in words, as the sheet's register tables say.
 * @param byte place of its first byte in the transfer
 * @param mode what was written to the decode register before
 * @param on what hangs on the chip: the bits of a digit's memory are segments, or the dots of a row
 */
export function explainWord(
  first: number,
  data: number,
  byte: number,
  mode: number,
  on: "segments" | "dots",
): Explained {
  if (first < 0 || data < 0)
    return unreadable("one bit of it could not be read: the chip's registers are in doubt");
  const address = first & 0xf;
  const field = (high: number, low: number, name: string, says: string): Field => ({
    byte: byte + 1,
    high,
    low,
    name,
    value: bits(data, high, low),
    says,
  });
  const made = (title: string, says: string, ...fields: Field[]): Explained => ({
    title,
    says,
    fields: [
      { byte, high: 7, low: 4, name: "not used", value: first >> 4, says: "the chip ignores it" },
      { byte, high: 3, low: 0, name: "address", value: address, says: title },
      ...fields,
    ],
  });
  if (address >= 1 && address <= 8) {
    const digit = address - 1;
    if ((mode >> digit) & 1) {
      const code = data & 15;
      const shown = "0123456789-EHLP ".charAt(code);
      return made(
        `digit ${digit}`,
        `shows ${shown === " " ? "nothing" : shown} from the chip's own table${data & 0x80 ? ", with the point" : ""}`,
        field(7, 7, "dp", data & 0x80 ? "point lit" : "point dark"),
        field(6, 4, "not used", "the decoder ignores it"),
        field(3, 0, "code", `${shown === " " ? "blank" : shown} (${litIn(CODE_B[code]!, SEGMENTS_BY_BIT)})`),
      );
    }
    if (on === "dots")
      return made(`digit ${digit}`, `row ${dotsIn(data)}`, field(7, 0, "dots", dotsIn(data)));
    return made(
      `digit ${digit}`,
      `lights ${litIn(data, SEGMENTS_BY_BIT)}`,
      field(7, 0, "dp a b c d e f g", litIn(data, SEGMENTS_BY_BIT)),
    );
  }
  switch (address) {
    case MAX7219.NO_OP:
      return made(
        "no-op",
        "leaves this chip as it is while the word moves on along the chain",
        field(7, 0, "anything", "ignored"),
      );
    case MAX7219.DECODE_MODE: {
      const says =
        data === 0
          ? "no digit is decoded: bits are segments"
          : data === 0xff
            ? "every digit is decoded: bytes are characters"
            : `digits ${[0, 1, 2, 3, 4, 5, 6, 7].filter((at) => (data >> at) & 1).join(", ")} are decoded`;
      return made("decode mode", says, field(7, 0, "digits 7 to 0", says));
    }
    case MAX7219.INTENSITY: {
      const step = data & 15;
      return made(
        "intensity",
        `brightness step ${step} of 15: ${2 * step + 1}/32 of each digit's slot`,
        field(7, 4, "not used", "ignored"),
        field(3, 0, "step", `${2 * step + 1}/32`),
      );
    }
    case MAX7219.SCAN_LIMIT: {
      const digits = (data & 7) + 1;
      return made(
        "scan limit",
        `scans ${times(digits, "digit")}${digits < 4 ? ": few digits are each lit longer, so less current is safe" : ""}`,
        field(7, 3, "not used", "ignored"),
        field(2, 0, "digits − 1", times(digits, "digit")),
      );
    }
    case MAX7219.SHUTDOWN:
      return made(
        "shutdown",
        data & 1 ? "runs: the display is on" : "display off; the registers are kept",
        field(7, 1, "not used", "ignored"),
        field(0, 0, "run", data & 1 ? "on" : "off"),
      );
    case MAX7219.DISPLAY_TEST:
      return made(
        "display test",
        data & 1 ? "every segment on, whatever the other registers say" : "normal operation",
        field(7, 1, "not used", "ignored"),
        field(0, 0, "test", data & 1 ? "on" : "off"),
      );
    default:
      return {
        ...made(
          `address ${hex(address)}`,
          "no register has this address: nothing happens",
          field(7, 0, "data", "ignored"),
        ),
        strange: true,
      };
  }
}
