import { FIRMWARE_KEPT, type KeptFirmware } from "../rig";
import { FIRMWARE_LIMITS, type FirmwareImage, type FirmwareSymbol, type SourceLine } from "./image";

/** Bytes as text, and back. */
const base64 = (bytes: Uint8Array): string => {
  let text = "";
  for (let at = 0; at < bytes.length; at += 0x8000)
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
};
const bytesOf = (text: string): Uint8Array => Uint8Array.from(atob(text), (one) => one.charCodeAt(0));

const KINDS = { code: "c", data: "d" } as const;

function symbolLines(symbols: readonly FirmwareSymbol[]): string {
  let text = "";
  for (const { name, kind, at, size } of symbols) {
    const line = `${KINDS[kind]} ${at.toString(16)} ${size.toString(16)} ${name.replace(/\s/g, "_")}\n`;
    if (text.length + line.length > FIRMWARE_KEPT.names) break;
    text += line;
  }
  return text;
}

function sourceText(lines: readonly SourceLine[]): string {
  let text = "";
  let file: string | undefined;
  for (const line of lines) {
    const head = line.file === file ? "" : `:${line.file.replace(/[\r\n]/g, " ")}\n`;
    const entry = `${head}${line.at.toString(16)} ${line.line.toString(16)}\n`;
    if (text.length + entry.length > FIRMWARE_KEPT.names) break;
    text += entry;
    file = line.file;
  }
  return text;
}

/** A compiled program as a rig keeps it. */
export function keptFirmware(name: string, image: FirmwareImage): KeptFirmware {
  const symbols = symbolLines(image.symbols);
  const lines = sourceText(image.lines);
  return {
    name: name.trim().slice(0, FIRMWARE_KEPT.name) || "program",
    flash: base64(image.flash),
    ...(image.eeprom ? { eeprom: base64(image.eeprom) } : {}),
    ...(image.core ? { core: image.core } : {}),
    ...(image.ram === undefined ? {} : { ram: Math.min(image.ram, FIRMWARE_KEPT.ram[1]) }),
    ...(symbols ? { symbols } : {}),
    ...(lines ? { lines } : {}),
  };
}

const hex = (text: string | undefined): number => Number.parseInt(text ?? "", 16) || 0;

/** The program a rig keeps, ready to run. What a rig file says beyond its bounds is cut. */
export function imageOf({ flash, eeprom, core, ram, symbols = "", lines = "" }: KeptFirmware): FirmwareImage {
  let file = "";
  return {
    flash: bytesOf(flash).slice(0, FIRMWARE_LIMITS.flash),
    ...(eeprom ? { eeprom: bytesOf(eeprom).slice(0, FIRMWARE_LIMITS.eeprom) } : {}),
    ...(core ? { core } : {}),
    ...(ram === undefined ? {} : { ram }),
    symbols: symbols
      .split("\n")
      .filter((line) => line !== "")
      .slice(0, FIRMWARE_LIMITS.symbols)
      .map((line): FirmwareSymbol => {
        const [kind, at, size, ...name] = line.split(" ");
        return {
          kind: kind === KINDS.data ? "data" : "code",
          at: hex(at),
          size: hex(size),
          name: name.join(" "),
        };
      }),
    lines: lines
      .split("\n")
      .filter((line) => line !== "")
      .slice(0, FIRMWARE_LIMITS.lines * 2)
      .flatMap((line): SourceLine[] => {
        if (line.startsWith(":")) {
          file = line.slice(1);
          return [];
        }
        const [at, number] = line.split(" ");
        return [{ at: hex(at), file, line: hex(number) }];
      }),
  };
}
