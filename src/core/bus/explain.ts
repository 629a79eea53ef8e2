import { CODE_B, HT16K33_BLINK, MAX7219, TM16, TM16_PULSES, hex } from "../chip";
import type { DriverChipPart } from "../parts";

/** A part of a write: which bits of which byte, what it is called, and what it says. */
export interface Field {
  readonly byte: number;
  readonly high: number;
  readonly low: number;
  readonly name: string;
  readonly value: number;
  readonly says: string;
}

/** One write, or one word of it, in words. */
export interface Explained {
  /** The register or command. */
  readonly title: string;
  /** What it does. */
  readonly says: string;
  readonly fields: readonly Field[];
  /** The chip has no such register or command, or it could not be read. */
  readonly strange?: true;
}

const bits = (byte: number, high: number, low: number): number =>
  (byte >> low) & ((1 << (high - low + 1)) - 1);
const SEGMENTS_BY_BIT = ["a", "b", "c", "d", "e", "f", "g", "dp"] as const;
const MAX_BY_BIT = ["g", "f", "e", "d", "c", "b", "a", "dp"] as const;

const litIn = (byte: number, names: readonly string[]): string => {
  const lit = names.filter((_, bit) => (byte >> bit) & 1);
  return lit.length === 0 ? "all dark" : lit.join(" ");
};
/** A byte as a row of dots, the highest bit at the left. */
const dotsIn = (byte: number): string =>
  Array.from({ length: 8 }, (_, at) => ((byte >> (7 - at)) & 1 ? "●" : "·")).join("");
const percent = (share: number): string => `${+(share * 100).toFixed(1)} %`;
const times = (count: number, what: string): string => `${count} ${what}${count === 1 ? "" : "s"}`;

/**
 * A write to a driver chip in words, as its sheet's tables say. Of a chain, each word is a write of its own.
 * @param mode what was written to the decode register before, where that matters
 * @param on what hangs on the chip: the bits of a digit's memory are segments, or the dots of a row
 */
export function explainWrite(
  part: DriverChipPart,
  bytes: readonly number[],
  mode = 0,
  on: "segments" | "dots" = "segments",
): Explained[] {
  switch (part.protocol) {
    case "frames":
      return Array.from({ length: Math.floor(bytes.length / 2) }, (_, word) =>
        frame(bytes[word * 2]!, bytes[word * 2 + 1]!, word * 2, mode, on),
      );
    case "two-wire":
    case "strobed":
      return [tm16(bytes, part)];
    case "i2c":
      return [ht16k33(bytes)];
  }
}

function frame(first: number, data: number, byte: number, mode: number, on: "segments" | "dots"): Explained {
  if (first < 0 || data < 0)
    return {
      title: "unreadable",
      says: "a bit of it could not be told: the chip's registers are in doubt",
      fields: [],
      strange: true,
    };
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
        field(3, 0, "code", `${shown === " " ? "blank" : shown} (${litIn(CODE_B[code]!, MAX_BY_BIT)})`),
      );
    }
    if (on === "dots")
      return made(`digit ${digit}`, `row ${dotsIn(data)}`, field(7, 0, "dots", dotsIn(data)));
    return made(
      `digit ${digit}`,
      `lights ${litIn(data, MAX_BY_BIT)}`,
      field(7, 0, "dp a b c d e f g", litIn(data, MAX_BY_BIT)),
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
        `brightness step ${step} of 15: ${2 * step + 1}/32 of each digit's turn`,
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

function tm16(bytes: readonly number[], part: DriverChipPart): Explained {
  const command = bytes[0] ?? -1;
  if (command < 0)
    return { title: "unreadable", says: "a bit of the command could not be told", fields: [], strange: true };
  const kind = (says: string): Field => ({
    byte: 0,
    high: 7,
    low: 6,
    name: "command",
    value: command >> 6,
    says,
  });
  switch (command >> 6) {
    case 1: {
      const read = (command & 0x02) !== 0;
      const fixed = (command & 0x04) !== 0;
      const says = read
        ? "asks for the keys: the chip answers on the data line"
        : fixed
          ? "data goes to the one address that is given with it"
          : "data goes to one address after the other by itself";
      return {
        title: read ? "read keys" : fixed ? "data, fixed address" : "data, next address",
        says,
        fields: [
          kind("how data is moved"),
          {
            byte: 0,
            high: 2,
            low: 2,
            name: "address",
            value: bits(command, 2, 2),
            says: fixed ? "fixed" : "counts on",
          },
          {
            byte: 0,
            high: 1,
            low: 0,
            name: "direction",
            value: command & 3,
            says: read ? "read keys" : "write",
          },
        ],
      };
    }
    case 2: {
      const on = (command & TM16.DISPLAY_ON) !== 0;
      const level = command & 7;
      return {
        title: "display control",
        says: on
          ? `display on, level ${level} of 7: ${TM16_PULSES[level]}/16 of each digit's turn`
          : "display off; the memory is kept",
        fields: [
          kind("display control"),
          { byte: 0, high: 3, low: 3, name: "on", value: on ? 1 : 0, says: on ? "on" : "off" },
          { byte: 0, high: 2, low: 0, name: "level", value: level, says: `${TM16_PULSES[level]}/16` },
        ],
      };
    }
    case 3: {
      const address = command & 0x0f;
      const wide = part.protocol === "strobed";
      const data = bytes.slice(1);
      return {
        title: data.length === 0 ? `address ${address}` : `data from address ${address}`,
        says:
          data.length === 0
            ? "the next data goes there"
            : `${times(data.length, "byte")} of display memory, from address ${address} on`,
        fields: [
          kind("address"),
          { byte: 0, high: 3, low: 0, name: "address", value: address, says: placeName(address, wide) },
          ...data.map((value, at): Field => ({
            byte: at + 1,
            high: 7,
            low: 0,
            name: placeName(address + at, wide),
            value,
            says:
              value < 0
                ? "unreadable"
                : wide && (address + at) % 2
                  ? litIn(value & 3, ["segment 9", "segment 10"])
                  : litIn(value, SEGMENTS_BY_BIT),
          })),
        ],
      };
    }
    default:
      return {
        strange: true,
        title: "no command",
        says: "bits 7 and 6 are 0: the chip has no such command",
        fields: [kind("none")],
      };
  }
}

const placeName = (address: number, wide: boolean): string =>
  wide
    ? `grid ${(address >> 1) + 1}${address % 2 ? ", segments 9 and 10" : ", segments 1 to 8"}`
    : `grid ${address + 1}`;

function ht16k33(bytes: readonly number[]): Explained {
  const [address = -1, command = -1, ...data] = bytes;
  if (address < 0)
    return { title: "unreadable", says: "a bit of the address could not be told", fields: [], strange: true };
  const head: Field[] = [
    { byte: 0, high: 7, low: 1, name: "bus address", value: address >> 1, says: hex(address >> 1) },
    { byte: 0, high: 0, low: 0, name: "direction", value: address & 1, says: address & 1 ? "read" : "write" },
  ];
  const made = (title: string, says: string, ...fields: Field[]): Explained => ({
    title,
    says,
    fields: [...head, ...fields],
  });
  const field = (high: number, low: number, name: string, says: string): Field => ({
    byte: 1,
    high,
    low,
    name,
    value: bits(command, high, low),
    says,
  });
  if (command < 0) return made("address only", "asks whether a chip is there");
  switch (command >> 4) {
    case 0x0:
      return made(
        data.length === 0 ? "memory address" : `memory from ${hex(command)}`,
        data.length === 0
          ? "the next data goes there"
          : `${times(data.length, "byte")} of display memory, two for each common`,
        field(
          3,
          0,
          "memory address",
          `common ${command >> 1}, ${command & 1 ? "rows 8 to 15" : "rows 0 to 7"}`,
        ),
        ...data.map((value, at): Field => {
          const place = (command + at) & 0x0f;
          return {
            byte: at + 2,
            high: 7,
            low: 0,
            name: `common ${place >> 1}, ${place & 1 ? "rows 8 to 15" : "rows 0 to 7"}`,
            value,
            says:
              value < 0
                ? "unreadable"
                : value === 0
                  ? "all dark"
                  : `rows ${Array.from({ length: 8 }, (_, bit) => bit)
                      .filter((bit) => (value >> bit) & 1)
                      .map((bit) => bit + (place & 1) * 8)
                      .join(" ")}`,
          };
        }),
      );
    case 0x2:
      return made(
        "system set-up",
        command & 1
          ? "starts the oscillator: without it nothing is scanned"
          : "stops the oscillator: standby",
        field(0, 0, "oscillator", command & 1 ? "on" : "off"),
      );
    case 0x8: {
      const blink = HT16K33_BLINK[(command >> 1) & 3]!;
      return made(
        "display set-up",
        command & 1
          ? `display on, ${blink ? `blinking at ${blink} Hz` : "without blinking"}`
          : "display off; the memory is kept",
        field(2, 1, "blink", blink ? `${blink} Hz` : "none"),
        field(0, 0, "on", command & 1 ? "on" : "off"),
      );
    }
    case 0xa:
      return made(
        "row or interrupt",
        command & 1 ? "the last row leg is an interrupt output" : "the last row leg is a row",
        field(1, 0, "leg", command & 1 ? "interrupt" : "row"),
      );
    case 0xe:
      return made(
        "brightness",
        `step ${command & 15} of 15: ${(command & 15) + 1}/16 of each common's turn`,
        field(3, 0, "step", percent(((command & 15) + 1) / 16)),
      );
    case 0x4:
      return made(
        "key memory",
        "the next read gives the keys",
        field(3, 0, "key address", String(command & 15)),
      );
    default:
      return {
        ...made("no command", "the chip has no such command", field(7, 0, "byte", "ignored")),
        strange: true,
      };
  }
}
