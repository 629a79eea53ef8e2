import { isElf, readElf } from "./elf";
import { readHex } from "./hex";
import { FIRMWARE_LIMITS, type FirmwareRead } from "./image";

/** What is said of a file that is too large. */
export const tooLargeFirmware = (bytes: number): string =>
  `The file has ${Math.ceil(bytes / 1024 / 1024)} MiB; ${FIRMWARE_LIMITS.bytes / 1024 / 1024} MiB are the most. Build it without debug information.`;

/** Reads a compiled program, whichever of the two kinds of file it is. */
export function readFirmware(bytes: Uint8Array): FirmwareRead {
  if (bytes.length === 0) return { ok: false, message: "The file is empty." };
  if (bytes.length > FIRMWARE_LIMITS.bytes) return { ok: false, message: tooLargeFirmware(bytes.length) };
  if (isElf(bytes)) return readElf(bytes);
  const text = new TextDecoder("latin1").decode(bytes);
  if (/^\s*:[0-9a-f]/i.test(text)) return readHex(text);
  return {
    ok: false,
    message:
      "This is neither a .hex nor an .elf file. Choose what the build makes for the controller: a .hex begins with a colon on every line.",
  };
}
