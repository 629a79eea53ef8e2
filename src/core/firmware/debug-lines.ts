import type { SourceLine } from "./image";

/** Opcodes of the line program (debugging information format, section "Line Number Information"). */
const COPY = 1;
const ADVANCE_PC = 2;
const ADVANCE_LINE = 3;
const SET_FILE = 4;
const CONST_ADD_PC = 8;
const FIXED_ADVANCE_PC = 9;
const END_SEQUENCE = 1;
const SET_ADDRESS = 2;

/** Reads numbers one after the other; stops quietly at the end. */
class Cursor {
  constructor(
    private readonly bytes: Uint8Array,
    public at: number,
    private readonly end: number,
  ) {}
  get done(): boolean {
    return this.at >= this.end;
  }
  byte(): number {
    return this.at < this.end ? this.bytes[this.at++]! : 0;
  }
  number(size: number): number {
    let value = 0;
    for (let nth = 0; nth < size; nth += 1) value += this.byte() * 2 ** (8 * nth);
    return value;
  }
  /** A number of seven bits a byte, the lowest first. */
  unsigned(): number {
    let value = 0;
    for (let shift = 0; !this.done; shift += 7) {
      const byte = this.byte();
      value += (byte & 127) * 2 ** shift;
      if (byte < 128) break;
    }
    return value;
  }
  signed(): number {
    let value = 0;
    let shift = 0;
    for (; !this.done;) {
      const byte = this.byte();
      value += (byte & 127) * 2 ** shift;
      shift += 7;
      if (byte >= 128) continue;
      return byte & 64 ? value - 2 ** shift : value;
    }
    return value;
  }
  text(): string {
    const from = this.at;
    while (!this.done && this.bytes[this.at] !== 0) this.at += 1;
    const text = new TextDecoder().decode(this.bytes.subarray(from, this.at));
    this.at += 1;
    return text;
  }
}

interface Head {
  readonly least: number;
  readonly lineBase: number;
  readonly lineRange: number;
  readonly opcodeBase: number;
  readonly lengths: readonly number[];
  readonly files: readonly string[];
}

function headOf(cursor: Cursor, version: number): Head {
  const least = cursor.byte();
  if (version >= 4) cursor.byte();
  cursor.byte();
  const base = cursor.byte();
  const lineRange = cursor.byte() || 1;
  const opcodeBase = cursor.byte();
  const lengths = Array.from({ length: Math.max(0, opcodeBase - 1) }, () => cursor.byte());
  // Folders, until an empty one; then files, each with its folder, time and size.
  while (!cursor.done && cursor.text() !== "");
  const files: string[] = [];
  while (!cursor.done) {
    const name = cursor.text();
    if (name === "") break;
    files.push(name);
    for (let nth = 0; nth < 3; nth += 1) cursor.unsigned();
  }
  return { least, lineBase: base > 127 ? base - 256 : base, lineRange, opcodeBase, lengths, files };
}

/** Runs one line program. */
function runLines(cursor: Cursor, head: Head, found: SourceLine[], most: number): void {
  const { least, lineBase, lineRange, opcodeBase, lengths, files } = head;
  let [at, file, line] = [0, 1, 1];
  const row = () => {
    const last = found[found.length - 1];
    const name = files[file - 1] ?? "";
    if (found.length < most && !(last && last.at === at && last.line === line && last.file === name))
      found.push({ at, file: name, line });
  };
  while (!cursor.done && found.length < most) {
    const opcode = cursor.byte();
    if (opcode >= opcodeBase) {
      const step = opcode - opcodeBase;
      at += Math.floor(step / lineRange) * least;
      line += lineBase + (step % lineRange);
      row();
    } else if (opcode === 0) {
      const next = cursor.unsigned();
      const end = cursor.at + next;
      const extended = cursor.byte();
      if (extended === SET_ADDRESS) at = cursor.number(next - 1);
      else if (extended === END_SEQUENCE) [at, file, line] = [0, 1, 1];
      cursor.at = end;
    } else if (opcode === COPY) row();
    else if (opcode === ADVANCE_PC) at += cursor.unsigned() * least;
    else if (opcode === ADVANCE_LINE) line += cursor.signed();
    else if (opcode === SET_FILE) file = cursor.unsigned();
    else if (opcode === CONST_ADD_PC) at += Math.floor((255 - opcodeBase) / lineRange) * least;
    else if (opcode === FIXED_ADVANCE_PC) at += cursor.number(2);
    else for (let nth = 0; nth < (lengths[opcode - 1] ?? 0); nth += 1) cursor.unsigned();
  }
}

/**
 * The source line of every address, from the line programs of versions 2 to 4; newer ones are passed over.
 * @param most lines told of at the most
 */
export function sourceLines(section: Uint8Array, most: number): SourceLine[] {
  const found: SourceLine[] = [];
  for (let at = 0; at + 10 < section.length;) {
    const outer = new Cursor(section, at, section.length);
    const length = outer.number(4);
    const end = Math.min(section.length, outer.at + length);
    if (length === 0) break;
    const cursor = new Cursor(section, outer.at, end);
    const version = cursor.number(2);
    if (version >= 2 && version <= 4) {
      const headLength = cursor.number(4);
      const program = cursor.at + headLength;
      const head = headOf(cursor, version);
      cursor.at = program;
      runLines(cursor, head, found, most);
    }
    at = end;
  }
  return found.sort((one, other) => one.at - other.at);
}
