/** Turns a font's own codes into code points; undefined for a code that stands for nothing. */
export type ToUnicode = (code: number) => number | undefined;

/** What the codes of a font file are. */
export type Charset =
  | { readonly kind: "known"; readonly name: string; readonly toUnicode: ToUnicode }
  /** Drawings that are no letters: they are kept where Unicode leaves room for private use. */
  | { readonly kind: "symbols"; readonly name: string; readonly toUnicode: ToUnicode }
  /** Only the codes all sets share with ASCII can be told. */
  | { readonly kind: "unknown"; readonly name: string; readonly toUnicode: ToUnicode };

/** Where symbol fonts are kept: their codes count from here on (the private use area, as is customary for them). */
export const SYMBOLS_FROM = 0xf000;

/** Reads bytes by the platform's tables (Encoding Standard); undefined for what they do not have. */
function byTable(label: string, bytesOf: (code: number) => readonly number[] | undefined): ToUnicode {
  const decoder = new TextDecoder(label, { fatal: true });
  return (code) => {
    const bytes = bytesOf(code);
    if (!bytes) return undefined;
    try {
      const text = decoder.decode(Uint8Array.from(bytes));
      const [point] = [...text];
      return point && [...text].length === 1 ? point.codePointAt(0) : undefined;
    } catch {
      return undefined;
    }
  };
}

/** One byte; what lies between 0x80 and 0x9F is no character in the sets of ISO 8859. */
const oneByte = (code: number): number[] | undefined =>
  code >= 0x20 && code <= 0xff && code !== 0x7f ? [code] : undefined;
const printable = (code: number): number[] | undefined =>
  code >= 0x80 && code < 0xa0 ? undefined : oneByte(code);
/** Two bytes of seven bits, row and cell, as the national sets number them; as EUC has them with the high bits set. */
const inRows =
  (...before: readonly number[]) =>
  (code: number): number[] | undefined => {
    // Some fonts number them with the high bits set already.
    const [row, cell] = code >= 0x8080 ? [(code >> 8) & 0x7f, code & 0x7f] : [code >> 8, code & 0xff];
    return row >= 0x21 && row <= 0x7e && cell >= 0x21 && cell <= 0x7e
      ? [...before, row | 0x80, cell | 0x80]
      : undefined;
  };
const twoBytes = (code: number): number[] | undefined =>
  code > 0xff ? [code >> 8, code & 0xff] : code >= 0x20 && code < 0x7f ? [code] : undefined;

const sameCode: ToUnicode = (code) => code;
const ascii: ToUnicode = (code) => (code >= 0x20 && code < 0x7f ? code : undefined);

/** JIS X 0201: ASCII with a yen sign and an overline, and the half-width syllables. */
const jisRoman: ToUnicode = (code) =>
  code === 0x5c
    ? 0xa5
    : code === 0x7e
      ? 0x203e
      : code >= 0xa1 && code <= 0xdf
        ? code - 0xa1 + 0xff61
        : ascii(code);

/** ISO 8859-16 from 0xA0 on: not every platform has it (source: the standard's table). */
const PART_16 =
  "\u00a0ĄąŁ€„Š§š©Ș«Ź\u00adźŻ°±ČłŽ”¶·žčș»ŒœŸżÀÁÂĂÄĆÆÇÈÉÊËÌÍÎÏĐŃÒÓÔŐÖŚŰÙÚÛÜĘȚßàáâăäćæçèéêëìíîïđńòóôőöśűùúûüęțÿ";

interface Set {
  readonly is: RegExp;
  readonly table: (found: RegExpExecArray) => ToUnicode | undefined;
}

/** The sets fonts of dots come in, by registry and encoding as font names join them. */
const SETS: readonly Set[] = [
  { is: /^(iso10646|unicode)/i, table: () => sameCode },
  { is: /^(iso646|ascii|us-ascii)/i, table: () => ascii },
  { is: /^iso-?8859(-?1)?$/i, table: () => (code) => (printable(code) ? code : undefined) },
  // The platform reads parts 9 and 11 as supersets that differ between 0x80 and 0x9F only; there is no part 12.
  {
    is: /^iso-?8859-?16$/i,
    table: () => (code) => (code < 0xa0 ? ascii(code) : PART_16.codePointAt(code - 0xa0)),
  },
  { is: /^iso-?8859-?(\d+)$/i, table: ([, part]) => tableOf(`iso-8859-${part}`, printable) },
  { is: /^tis-?620/i, table: () => tableOf("windows-874", printable) },
  { is: /^koi8-?([ru])$/i, table: ([, kind]) => tableOf(`koi8-${kind!.toLowerCase()}`, oneByte) },
  { is: /^koi8/i, table: () => tableOf("koi8-r", oneByte) },
  {
    is: /^(?:microsoft|windows|ansi)-?(?:cp|win)?-?(\d{3,4})$/i,
    table: ([, page]) => tableOf(`windows-${page}`, oneByte),
  },
  { is: /^(?:apple|mac)-?roman$/i, table: () => tableOf("macintosh", oneByte) },
  { is: /^jisx0201/i, table: () => jisRoman },
  { is: /^jisx0208/i, table: () => tableOf("euc-jp", inRows()) },
  { is: /^jisx0212/i, table: () => tableOf("euc-jp", inRows(0x8f)) },
  { is: /^gb2312/i, table: () => tableOf("gbk", inRows()) },
  { is: /^(gbk|gb18030)/i, table: () => tableOf("gbk", twoBytes) },
  { is: /^ks(c|x)?-?(5601|1001)/i, table: () => tableOf("euc-kr", inRows()) },
  { is: /^big5/i, table: () => tableOf("big5", twoBytes) },
];

function tableOf(
  label: string,
  bytesOf: (code: number) => readonly number[] | undefined,
): ToUnicode | undefined {
  try {
    return byTable(label, bytesOf);
  } catch {
    // A label the platform does not know.
    return undefined;
  }
}

const SYMBOLS = /specific|symbol|glyph|dingbat|cursor|dectech|private/i;

/**
 * The set of characters a font's codes are of.
 * @param registry and encoding, as the properties CHARSET_REGISTRY and CHARSET_ENCODING or the last two fields of the
 * font's name tell them; both empty where a font tells nothing: then its codes are taken for Unicode
 */
export function charsetOf(registry: string, encoding: string): Charset {
  const name = [registry, encoding].filter(Boolean).join("-");
  if (name === "") return { kind: "known", name: "Unicode", toUnicode: sameCode };
  if (SYMBOLS.test(name))
    return {
      kind: "symbols",
      name,
      toUnicode: (code) => (code >= 0 && code < 0x900 ? SYMBOLS_FROM + code : undefined),
    };
  for (const { is, table } of SETS) {
    const found = is.exec(name);
    const toUnicode = found && table(found);
    if (toUnicode) return { kind: "known", name, toUnicode };
  }
  return { kind: "unknown", name, toUnicode: ascii };
}

/** Registry and encoding by a font's name in the X logical form: its last two fields. */
export function charsetInName(name: string): readonly [registry: string, encoding: string] {
  const fields = name.split("-");
  return name.startsWith("-") && fields.length === 15 ? [fields[13]!, fields[14]!] : ["", ""];
}
