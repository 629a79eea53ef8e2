import { sourceLines } from "./debug-lines";
import { stabLines } from "./stab-lines";
import {
  FIRMWARE_LIMITS,
  FlashWriter,
  type FirmwareRead,
  type FirmwareSymbol,
  type SourceLine,
} from "./image";

const MACHINE_AVR = 83;
const LOAD = 1;
const SYMBOLS = 2;
const NO_BITS = 8;
/** Where linkers put what is no flash: RAM and EEPROM have address ranges of their own. */
const RAM_FROM = 0x800000;
const EEPROM_FROM = 0x810000;
const FUSES_FROM = 0x820000;

/** Core variants by the low bits of the header's flags, as the linker numbers them. */
const CORES: Readonly<Record<number, string>> = {
  25: "avr25",
  5: "avr5",
  51: "avr51",
  6: "avr6",
  4: "avr4",
  35: "avr35",
};

interface Section {
  readonly name: string;
  readonly type: number;
  readonly at: number;
  readonly from: number;
  readonly size: number;
  readonly link: number;
}

const refused = (message: string): FirmwareRead => ({ ok: false, message });

const CUT = "The file is cut off or damaged: build the program again.";

/** A view into the file that never reads beyond it. */
class Reader {
  private readonly view: DataView;
  constructor(readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }
  has(at: number, size: number): boolean {
    return at >= 0 && size >= 0 && at + size <= this.bytes.length;
  }
  byte(at: number): number {
    return this.view.getUint8(at);
  }
  half(at: number): number {
    return this.view.getUint16(at, true);
  }
  word(at: number): number {
    return this.view.getUint32(at, true);
  }
  part(at: number, size: number): Uint8Array {
    return this.bytes.subarray(at, at + size);
  }
  text(at: number): string {
    let end = at;
    while (end < this.bytes.length && this.bytes[end] !== 0) end += 1;
    return new TextDecoder().decode(this.bytes.subarray(at, end));
  }
}

function sectionsOf(file: Reader): Section[] | undefined {
  const [table, size, count, names] = [file.word(32), file.half(46), file.half(48), file.half(50)];
  if (count === 0) return [];
  if (size < 40 || !file.has(table, size * count) || names >= count) return undefined;
  const plain = Array.from({ length: count }, (_, nth) => {
    const at = table + nth * size;
    return {
      nameAt: file.word(at),
      type: file.word(at + 4),
      at: file.word(at + 12),
      from: file.word(at + 16),
      size: file.word(at + 20),
      link: file.word(at + 24),
    };
  });
  if (plain.some(({ type, from, size: length }) => type !== NO_BITS && !file.has(from, length)))
    return undefined;
  const texts = plain[names]!;
  return plain.map(({ nameAt, ...rest }) => ({
    ...rest,
    name: nameAt < texts.size ? file.text(texts.from + nameAt) : "",
  }));
}

const CODE_SYMBOL = 2;
const DATA_SYMBOL = 1;

function symbolsOf(file: Reader, sections: readonly Section[]): FirmwareSymbol[] {
  const table = sections.find(({ type }) => type === SYMBOLS);
  const texts = table && sections[table.link];
  if (!table || !texts) return [];
  const found: FirmwareSymbol[] = [];
  for (let at = table.from; at + 16 <= table.from + table.size; at += 16) {
    const type = file.byte(at + 12) & 15;
    const nameAt = file.word(at);
    if ((type !== CODE_SYMBOL && type !== DATA_SYMBOL) || nameAt === 0 || nameAt >= texts.size) continue;
    const value = file.word(at + 4);
    const inRam = value >= RAM_FROM && value < EEPROM_FROM;
    // A table in flash is data too, but stands among the code.
    found.push({
      name: file.text(texts.from + nameAt),
      kind: type === CODE_SYMBOL ? "code" : "data",
      at: inRam ? value - RAM_FROM : value,
      size: file.word(at + 8),
    });
    if (found.length >= FIRMWARE_LIMITS.symbols) break;
  }
  return found.sort((one, other) => one.at - other.at);
}

/** The source lines, in whichever of two formats they stand. */
function linesOf(file: Reader, sections: readonly Section[]): SourceLine[] {
  const part = (wanted: string) => {
    const found = sections.find(({ name, type }) => name === wanted && type !== NO_BITS);
    return found && file.part(found.from, found.size);
  };
  const debug = part(".debug_line");
  const lines = debug ? sourceLines(debug, FIRMWARE_LIMITS.lines) : [];
  const [stab, names] = [part(".stab"), part(".stabstr")];
  return lines.length === 0 && stab && names ? stabLines(stab, names, FIRMWARE_LIMITS.lines) : lines;
}

/** Whether a file is an executable with sections, by its first bytes. */
export const isElf = (bytes: Uint8Array): boolean =>
  bytes.length > 4 && bytes[0] === 0x7f && bytes[1] === 0x45 && bytes[2] === 0x4c && bytes[3] === 0x46;

/**
 * Reads a 32-bit executable for the AVR as its linker writes it: what is loaded into flash and EEPROM, the names of
 * routines and variables, the source lines (debug information of versions 2 to 4).
 */
export function readElf(bytes: Uint8Array): FirmwareRead {
  const file = new Reader(bytes);
  if (!file.has(0, 52)) return refused(CUT);
  if (file.byte(4) !== 1 || file.byte(5) !== 1)
    return refused("It is an executable of another kind of machine: a 32-bit little-endian one is wanted.");
  if (file.half(18) !== MACHINE_AVR)
    return refused(
      "It was built for a machine that is no AVR. This page runs programs for the ATmega328P, ATmega2560 and ATtiny84.",
    );
  const flash = new FlashWriter(FIRMWARE_LIMITS.flash);
  const eeprom = new FlashWriter(FIRMWARE_LIMITS.eeprom);
  const [table, size, count] = [file.word(28), file.half(42), file.half(44)];
  if (count > 0 && (size < 32 || !file.has(table, size * count))) return refused(CUT);
  for (let at = table; at < table + size * count; at += size) {
    const [from, goes, length] = [file.word(at + 4), file.word(at + 12), file.word(at + 16)];
    if (file.word(at) !== LOAD || length === 0) continue;
    if (!file.has(from, length)) return refused(CUT);
    if (goes >= FUSES_FROM) continue;
    const isEeprom = goes >= EEPROM_FROM;
    const memory = isEeprom ? eeprom : flash;
    if (!memory.write(isEeprom ? goes - EEPROM_FROM : goes, file.part(from, length)))
      return refused(
        `It loads ${length} bytes at address ${goes}, beyond what any controller here has. Was it linked for another one?`,
      );
  }
  if (flash.written.length === 0)
    return refused(
      "Nothing in it is loaded into flash: it is an object file, not yet linked. Link it first.",
    );
  const sections = sectionsOf(file);
  if (!sections) return refused(CUT);
  const end = sections.filter(({ name }) => [".data", ".bss", ".noinit"].includes(name));
  const lines = linesOf(file, sections);
  const core = CORES[file.word(36) & 127];
  return {
    ok: true,
    image: {
      flash: flash.written,
      ...(eeprom.written.length > 0 ? { eeprom: eeprom.written } : {}),
      symbols: symbolsOf(file, sections),
      lines,
      ram: end.reduce((sum, section) => sum + section.size, 0),
      ...(core ? { core } : {}),
    },
  };
}
