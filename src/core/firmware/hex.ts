import { FIRMWARE_LIMITS, FlashWriter, type FirmwareRead } from "./image";

const DATA = 0;
const END = 1;
const SEGMENT = 2;
const START_SEGMENT = 3;
const UPPER = 4;
const START_LINEAR = 5;

const refused = (line: number, what: string, remedy: string): FirmwareRead => ({
  ok: false,
  message: `Line ${line}: ${what}. ${remedy}`,
});

const AGAIN = "Build the program again, or copy the file again: it was damaged on its way.";

interface HexRecord {
  readonly type: number;
  readonly address: number;
  readonly data: Uint8Array;
}

/** One line, its sum checked: all bytes of a record add up to a multiple of 256. */
function recordOf(text: string): HexRecord | string {
  if (!text.startsWith(":")) return "it does not begin with a colon";
  const digits = text.slice(1);
  if (!/^[0-9a-f]*$/i.test(digits)) return "there is something in it that is no hexadecimal digit";
  if (digits.length % 2 !== 0) return "it ends in the middle of a byte";
  const bytes = Uint8Array.from(digits.match(/../g) ?? [], (pair) => Number.parseInt(pair, 16));
  const [length = 0, high = 0, low = 0, type = 0] = bytes;
  if (bytes.length !== length + 5)
    return `it says ${length} bytes of data and has ${Math.max(0, bytes.length - 5)}`;
  if (bytes.reduce((sum, byte) => sum + byte, 0) % 256 !== 0) return "its check sum is wrong";
  return { type, address: high * 256 + low, data: bytes.subarray(4, 4 + length) };
}

/**
 * Reads a file of hexadecimal records, each `:` count address type data sum: types 0 data, 1 end, 2 and 4 upper part of
 * the address, 3 and 5 where a program starts, which a controller does not ask for.
 */
export function readHex(text: string): FirmwareRead {
  const flash = new FlashWriter(FIRMWARE_LIMITS.flash);
  let base = 0;
  let ended = false;
  let any = false;
  let number = 0;
  for (const raw of text.split(/\r\n|\n|\r/)) {
    number += 1;
    const line = raw.trim();
    if (line === "") continue;
    if (ended) return refused(number, "there is more after the end record", AGAIN);
    const record = recordOf(line);
    if (typeof record === "string") return refused(number, record, AGAIN);
    const { type, address, data } = record;
    switch (type) {
      case DATA:
        if (!flash.write(base + address, data))
          return refused(
            number,
            `address ${base + address} is beyond ${FIRMWARE_LIMITS.flash / 1024} KiB`,
            "No controller here has as much flash: was it built for another one?",
          );
        any ||= data.length > 0;
        break;
      case END:
        ended = true;
        break;
      case SEGMENT:
        base = ((data[0] ?? 0) * 256 + (data[1] ?? 0)) * 16;
        break;
      case UPPER:
        base = ((data[0] ?? 0) * 256 + (data[1] ?? 0)) * 65_536;
        break;
      case START_SEGMENT:
      case START_LINEAR:
        break;
      default:
        return refused(number, `a record of type ${type} is not known`, AGAIN);
    }
  }
  if (!any)
    return {
      ok: false,
      message: "There is no data in it. Choose the file the build makes for the controller.",
    };
  if (!ended)
    return refused(
      number,
      "the end record is missing",
      "The file was cut off: copy it again, or build it again.",
    );
  return { ok: true, image: { flash: flash.written, symbols: [], lines: [] } };
}

/** Bytes of a record's data, as most tools write them. */
const PER_RECORD = 16;

const recordText = (address: number, type: number, data: Uint8Array): string => {
  const bytes = [data.length, address >> 8, address & 255, type, ...data];
  const sum = bytes.reduce((total, byte) => total + byte, 0);
  const hex = [...bytes, -sum & 255].map((byte) => byte.toString(16).toUpperCase().padStart(2, "0"));
  return `:${hex.join("")}`;
};

/** Flash as a file of hexadecimal records: the inverse of {@link readHex}. */
export function hexText(flash: Uint8Array): string {
  const lines: string[] = [];
  for (let at = 0; at < flash.length; at += PER_RECORD) {
    if (at > 0 && at % 65_536 === 0) lines.push(recordText(0, UPPER, Uint8Array.of(at >> 24, at >> 16)));
    lines.push(recordText(at & 65_535, DATA, flash.subarray(at, at + PER_RECORD)));
  }
  lines.push(recordText(0, END, new Uint8Array()));
  return `${lines.join("\n")}\n`;
}
