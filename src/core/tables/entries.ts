/** One number of a table. */
export interface TableEntry {
  readonly value: number;
  /** Bits it is written with at the most: 8, or 16 where any number is larger. */
  readonly text: string;
  /** Line of the text, from 1. */
  readonly line: number;
  /** What the comment beside it says it is, where that is one character. */
  readonly label?: string;
}

export interface ByteTable {
  /** What the source calls it. */
  readonly name?: string;
  readonly entries: readonly TableEntry[];
  /** Bits of the widest number. */
  readonly bits: 8 | 16;
  /** How many numbers stand on each line that has any. */
  readonly rows: readonly number[];
  /** Each row was a list of 0 and 1, one for each segment: bit 0 is the first of them. */
  readonly bitRows?: true;
}

export type TableRead =
  { readonly ok: true; readonly table: ByteTable } | { readonly ok: false; readonly message: string };

/** Bounds of a text with a table. */
export const TABLE_LIMITS = { text: 1024 * 1024, entries: 65_536 } as const;

/** A number as languages write it, not part of a word; in order: escape, sized, 0x, 0b, B, $, h, bits, quoted bits, plain. */
const NUMBER =
  /\\x([0-9a-f]{2})|(?<![\w$])(?:(\d+)'([bhd])([0-9a-f_]+)|0x([0-9a-f_]+)|0b([01_]+)|B([01]{1,8})|\$([0-9a-f]{1,4})|([0-9][0-9a-f]*)h|([01]{7,8})|(\d{1,5}))(?:[ul]{0,3})(?!\w)|"([01]{7,8})"/gi;

const RADIX = { b: 2, h: 16, d: 10 } as const;

function valueOf(match: RegExpMatchArray): number {
  const [, escape, , sized, digits, hex, binary, letterB, dollar, suffixed, bits, plain, quoted] = match;
  const bare = (text: string) => text.replaceAll("_", "");
  if (escape !== undefined) return Number.parseInt(escape, 16);
  if (sized !== undefined)
    return Number.parseInt(bare(digits!), RADIX[sized.toLowerCase() as keyof typeof RADIX]);
  if (hex !== undefined) return Number.parseInt(bare(hex), 16);
  if (binary !== undefined) return Number.parseInt(bare(binary), 2);
  if (letterB !== undefined) return Number.parseInt(letterB, 2);
  if (dollar !== undefined) return Number.parseInt(dollar, 16);
  if (suffixed !== undefined) return Number.parseInt(suffixed, 16);
  if (bits !== undefined) return Number.parseInt(bits, 2);
  if (quoted !== undefined) return Number.parseInt(quoted, 2);
  return Number(plain);
}

/** What a comment beside a number names: one character, perhaps in quotes or after a word such as digit. */
function labelIn(comment: string): string | undefined {
  const found = /^\s*(?:digit|char|letter|num|number)?\s*['"“]?(\S)['"”]?\s*(?:[-:=(].*)?$/i.exec(comment);
  return found?.[1];
}

/** Tells the line of a place in a text, from 1. Places are asked for in their order. */
function lineTeller(text: string): (at: number) => number {
  let line = 1;
  let seen = 0;
  return (at) => {
    for (; seen < at; seen += 1) if (text[seen] === "\n") line += 1;
    return line;
  };
}

interface Stripped {
  /** The text with every comment made blank, line for line. */
  readonly code: string;
  /** The first comment of each line. */
  readonly comments: ReadonlyMap<number, string>;
}

const COMMENT = /\/\*[\s\S]*?\*\/|\/\/[^\n]*|#(?!\s*define\b)[^\n]*|--[^\n]*/g;
/** Where nothing is in braces a semicolon begins a comment, as in assemblers. */
const COMMENT_OR_SEMICOLON =
  /\/\*[\s\S]*?\*\/|\/\/[^\n]*|(?<![\w'"]);[^\n]*|#(?!\s*define\b)[^\n]*|--[^\n]*/g;

function strip(text: string): Stripped {
  const comments = new Map<number, string>();
  const lineOf = lineTeller(text);
  const code = text.replace(text.includes("{") ? COMMENT : COMMENT_OR_SEMICOLON, (comment, at: number) => {
    const line = lineOf(at);
    const says = comment.replace(/^(\/\*+|\/\/+|;+|#+|--+)/, "").replace(/\*+\/$/, "");
    if (!comments.has(line)) comments.set(line, says);
    return comment.replace(/[^\n]/g, " ");
  });
  return { code, comments };
}

const OPENS: Readonly<Record<string, string>> = { "}": "{", "]": "[", ")": "(" };

/** Where each brace or bracket is closed, by where it opens; each kind by itself. */
function pairsIn(code: string): ReadonlyMap<number, number> {
  const open: Readonly<Record<string, number[]>> = { "{": [], "[": [], "(": [] };
  const pairs = new Map<number, number>();
  for (let at = 0; at < code.length; at += 1) {
    open[code[at]!]?.push(at);
    const from = open[OPENS[code[at]!] ?? ""]?.pop();
    if (from !== undefined) pairs.set(from, at);
  }
  return pairs;
}

/** The part of the text in braces or brackets that has most numbers; all of it where none has two. */
function body(code: string): { readonly from: number; readonly to: number } {
  let best = { from: 0, to: code.length, count: 1 };
  const pairs = pairsIn(code);
  for (let at = 0; at < code.length; at += 1) {
    const end = pairs.get(at);
    if (end === undefined) continue;
    const count = [...code.slice(at, end).matchAll(NUMBER)].length;
    if (count > best.count) best = { from: at + 1, to: end, count };
    // What is inside is part of it.
    at = end;
  }
  return best;
}

/** What stands before the braces names the table. */
const nameBefore = (code: string): string | undefined =>
  /([A-Za-z_]\w*)\s*(?:\[[^\]]*\]\s*)*(?:\bPROGMEM\b\s*)?(?:=|:=|:)?\s*[[({]?\s*$/.exec(code)?.[1];

/** Bytes in plain hexadecimal: two digits each, letters among them, and no other sign of a number. */
function plainHex(code: string): RegExpMatchArray[] | undefined {
  if (/0x|0b|\\x|'[bhd]|\$|[0-9a-f]h\b/i.test(code)) return undefined;
  const words = [...code.matchAll(/(?<![\w$])[0-9a-f]{2}(?!\w)/gi)];
  const all = [...code.matchAll(/\w+/g)];
  return words.length > 1 && words.length === all.length && words.some(([word]) => /[a-f]/i.test(word))
    ? words
    : undefined;
}

/**
 * Reads the numbers of a table from any source text: hexadecimal, binary or decimal, as C, scripts, assemblers and
 * hardware descriptions write them, with or without braces, by rows, with comments.
 */
export function readTable(text: string): TableRead {
  if (text.length > TABLE_LIMITS.text)
    return { ok: false, message: "The text is over 1 MiB: paste the table alone." };
  const { code, comments } = strip(text);
  const { from, to } = body(code);
  const inside = code.slice(from, to);
  const hex = plainHex(inside);
  const found = hex ?? [...inside.matchAll(NUMBER)];
  const matches = isCases(inside) ? lastOfLines(inside, found) : found;
  if (matches.length === 0)
    return { ok: false, message: "There is no number in it. Paste bytes such as 0x3F, 0b00111111 or 63." };
  if (matches.length > TABLE_LIMITS.entries)
    return { ok: false, message: `It has ${matches.length} numbers; ${TABLE_LIMITS.entries} are the most.` };
  const entries: TableEntry[] = [];
  const rows = new Map<number, number>();
  const lineOf = lineTeller(code);
  for (const match of matches) {
    const line = lineOf(from + match.index!);
    const value = hex ? Number.parseInt(match[0], 16) : valueOf(match);
    if (!(value <= 65_535))
      return {
        ok: false,
        message: `Line ${line}: ${match[0]} is more than 16 bits hold. Paste a table of bytes, or of words of 16 bits.`,
      };
    rows.set(line, (rows.get(line) ?? 0) + 1);
    entries.push({ value, text: match[0], line });
  }
  // A comment names a number where it is the only one of its line, or the last of a line a number.
  const labelled = entries.map((entry): TableEntry => {
    const comment = rows.get(entry.line) === 1 ? comments.get(entry.line) : undefined;
    const label = comment === undefined ? undefined : labelIn(comment);
    return label === undefined ? entry : { ...entry, label };
  });
  const name = nameBefore(code.slice(0, Math.max(0, from - 1)));
  const table: ByteTable = {
    ...(name ? { name } : {}),
    entries: labelled,
    bits: entries.some(({ value }) => value > 255) ? 16 : 8,
    rows: [...rows.values()],
  };
  return { ok: true, table: asBytes(table) };
}

/** A hardware description names each case before its value. */
const isCases = (code: string): boolean => {
  const lines = code.split("\n").filter((line) => (line.match(NUMBER)?.length ?? 0) > 0);
  const cases = lines.filter((line) => /:[^=]*<?=|\bwhen\b|=>/i.test(line));
  return lines.length > 1 && cases.length > lines.length / 2;
};

/** The last number of each line. */
function lastOfLines(code: string, matches: readonly RegExpMatchArray[]): RegExpMatchArray[] {
  const last = new Map<number, RegExpMatchArray>();
  const lineOf = lineTeller(code);
  for (const match of matches) last.set(lineOf(match.index!), match);
  return [...last.values()];
}

/** Segments in a row. */
const IN_ROW = [7, 8] as const;

/** Rows of 0 and 1, one for each segment, as bytes: the first is bit 0. */
function asBytes(table: ByteTable): ByteTable {
  const { entries, rows } = table;
  if (entries.length < 28 || entries.some(({ value }) => value > 1)) return table;
  const length =
    IN_ROW.find((one) => rows.length > 1 && rows.every((row) => row % one === 0)) ??
    IN_ROW.find((one) => entries.length % one === 0);
  if (length === undefined) return table;
  const bytes = Array.from({ length: entries.length / length }, (_, nth): TableEntry => {
    const row = entries.slice(nth * length, (nth + 1) * length);
    const value = row.reduce((byte, one, bit) => byte | (one.value << bit), 0);
    return { value, text: row.map((one) => one.value).join(" "), line: row[0]!.line };
  });
  return { ...table, entries: bytes, rows: bytes.map(() => 1), bitRows: true };
}
