import type { SourceLine } from "./image";

/** Kinds of entries (symbol table debugging format): head of a unit, routine, line, source file, included file. */
const [HEAD, ROUTINE, LINE, SOURCE, INCLUDED] = [0x00, 0x24, 0x44, 0x64, 0x84];
const ENTRY = 12;

/**
 * The source line of every address, from the older debug format this family's compilers write unless told otherwise: a
 * line's address counts from the beginning of its routine.
 * @param most lines told of at the most
 */
export function stabLines(entries: Uint8Array, texts: Uint8Array, most: number): SourceLine[] {
  const view = new DataView(entries.buffer, entries.byteOffset, entries.byteLength);
  const found: SourceLine[] = [];
  /** Where the names of the unit at hand begin, and those of the next. */
  let [names, next] = [0, 0];
  let [file, routine] = ["", 0];
  const text = (at: number): string => {
    let end = at;
    while (end < texts.length && texts[end] !== 0) end += 1;
    return new TextDecoder().decode(texts.subarray(at, end));
  };
  for (let at = 0; at + ENTRY <= entries.length && found.length < most; at += ENTRY) {
    const name = view.getUint32(at, true);
    const kind = view.getUint8(at + 4);
    const value = view.getUint32(at + 8, true);
    if (kind === HEAD) {
      names = next;
      next += value;
    } else if (kind === SOURCE || kind === INCLUDED) {
      const said = text(names + name);
      // A folder comes before its file, and nothing at the end of the unit.
      if (said !== "" && !said.endsWith("/")) file = said.split("/").pop()!;
    } else if (kind === ROUTINE && name !== 0 && text(names + name) !== "") routine = value;
    else if (kind === LINE) found.push({ at: routine + value, file, line: view.getUint16(at + 6, true) });
  }
  return found.sort((one, other) => one.at - other.at);
}
