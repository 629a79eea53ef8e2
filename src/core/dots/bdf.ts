import { bdfString } from "../foreign";
import { unpackRows, packRows } from "./bitmap";
import { SYMBOLS_FROM, charsetInName, charsetOf, type Charset } from "./charset";
import { BDF_LIMITS } from "./bdf-limits";
import { glyphsInOrder, type DotFont, type DotGlyph } from "./font";

/** What is wrong with a font file, where, and what to do. */
export interface FontProblem {
  /** Line from 1; 0 for the file as a whole. */
  readonly line: number;
  readonly message: string;
}

/** The characters of a font file, and what became of them: read is the sum of the others. */
export interface FontCounts {
  readonly read: number;
  readonly taken: number;
  /** Without a code that can be used. */
  readonly left: number;
  /** A later one of the same code counts. */
  readonly repeated: number;
}

export type ReadFont =
  | {
      readonly ok: true;
      readonly font: DotFont;
      readonly counts: FontCounts;
      readonly skipped: readonly FontProblem[];
    }
  | { readonly ok: false; readonly problems: readonly FontProblem[] };

const refuse = (line: number, message: string): ReadFont => ({ ok: false, problems: [{ line, message }] });

/** Glyphs that are left out are told of one by one up to here. */
const MOST_TOLD = 20;
const LONGEST_MESSAGE = 300;
const CODE_POINTS = 0x110000;

/**
 * Reads a font of the Glyph Bitmap Distribution Format, versions 2.1 and 2.2. Characters without a code
 * (`ENCODING -1`) are left out and told of. Source: the format's specification, sections 2 and 3.
 * @param text at most 16 MiB
 */
export function readBdf(text: string, id = "own"): ReadFont {
  if (text.length > BDF_LIMITS.bytes)
    return refuse(0, `is ${(text.length / 1048576).toFixed(1)} MiB; a font file is at most 16 MiB`);
  const lines = text.split(/\r\n|\r|\n/);
  const start = lines.findIndex((line) => line.trim() !== "");
  if (start < 0) return refuse(0, "is empty: choose a font file that ends in .bdf");
  if (!/^STARTFONT\s+2(\.\d+)?\s*$/.test(lines[start]!))
    return refuse(
      start + 1,
      "does not begin with STARTFONT 2.1: it is no BDF font. Save the font as BDF first",
    );
  return new BdfReader(lines, start + 1, id).read();
}

class BdfReader {
  private name = "";
  private copyright: string | undefined;
  private ascent: number | undefined;
  private descent: number | undefined;
  private box: readonly number[] | undefined;
  private dwidth: number | undefined;
  private registry = "";
  private encoding = "";
  private fontName = "";
  private charset: Charset | undefined;
  /** Dots of all characters so far. */
  private dots = 0;
  private readonly counts = { read: 0, left: 0, repeated: 0 };
  private readonly withoutCode: string[] = [];
  private readonly glyphs = new Map<number, DotGlyph>();
  private readonly skipped: FontProblem[] = [];
  private announced: number | undefined;

  constructor(
    private readonly lines: readonly string[],
    private at: number,
    private readonly id: string,
  ) {}

  read(): ReadFont {
    let ended = false;
    for (; this.at < this.lines.length && !ended; this.at += 1) {
      const [key, rest] = split(this.lines[this.at]!);
      switch (key) {
        case "FONT":
          this.fontName = rest;
          this.name = rest.slice(0, BDF_LIMITS.name);
          break;
        case "FAMILY_NAME":
          this.name = quoted(rest).slice(0, BDF_LIMITS.name) || this.name;
          break;
        case "COPYRIGHT":
          this.copyright = quoted(rest).slice(0, 400);
          break;
        case "CHARSET_REGISTRY":
          this.registry = quoted(rest);
          break;
        case "CHARSET_ENCODING":
          this.encoding = quoted(rest);
          break;
        case "FONTBOUNDINGBOX": {
          this.box = numbers(rest, 4);
          if (!this.box) return this.fail("FONTBOUNDINGBOX wants four whole numbers: width, height, x and y");
          const [width, height] = this.box as [number, number];
          if (width < 0 || height < 1 || width > BDF_LIMITS.side || height > BDF_LIMITS.side)
            return this.fail(
              `says characters of ${width} × ${height} dots; 1 to ${BDF_LIMITS.side} each way can be shown`,
            );
          break;
        }
        case "FONT_ASCENT":
          this.ascent = numbers(rest, 1)?.[0];
          break;
        case "FONT_DESCENT":
          this.descent = numbers(rest, 1)?.[0];
          break;
        case "DWIDTH":
          this.dwidth = numbers(rest, 2)?.[0];
          break;
        case "CHARS": {
          this.announced = numbers(rest, 1)?.[0];
          if ((this.announced ?? 0) > BDF_LIMITS.glyphs)
            return this.fail(`says ${this.announced} characters; at most ${BDF_LIMITS.glyphs} are taken`);
          break;
        }
        case "STARTCHAR": {
          const problem = this.readGlyph(rest.slice(0, BDF_LIMITS.name));
          if (problem) return { ok: false, problems: [problem] };
          break;
        }
        case "ENDFONT":
          ended = true;
          break;
        default:
      }
    }
    if (!this.box) return refuse(0, "has no FONTBOUNDINGBOX: it was damaged. Get the file again");
    if (!ended)
      return refuse(
        this.lines.length,
        `ends without ENDFONT after ${this.glyphs.size} characters: the file was cut off. Get it again, whole`,
      );
    if (this.glyphs.size === 0)
      return refuse(
        0,
        this.charset?.kind === "unknown"
          ? `is in ${this.charset.name}, a set of characters that is not known here, and nothing of it can be used`
          : "has no character with a code that can be used",
      );
    const [, height, , y] = this.box as [number, number, number, number];
    const ascent = within(this.ascent ?? height + y);
    const descent = within(this.descent ?? -y);
    if (ascent + descent < 1) return refuse(0, "says that its lines are no dot high");
    this.summary();
    return {
      ok: true,
      font: {
        id: this.id,
        name: this.name || "font without a name",
        ascent,
        descent,
        glyphs: this.glyphs,
        ...(this.copyright ? { copyright: this.copyright } : {}),
      },
      counts: { ...this.counts, taken: this.glyphs.size },
      skipped: this.skipped,
    };
  }

  /** What there is to say of the file as a whole. */
  private summary(): void {
    const { read, left } = this.counts;
    const whole: string[] = [];
    if (this.announced !== undefined && this.announced !== read)
      whole.push(`says ${this.announced} characters and holds ${read}`);
    const { kind, name } = this.charset!;
    if (kind === "symbols")
      whole.push(
        `holds symbols of its own (${name}) and no letters: they are kept from U+${SYMBOLS_FROM.toString(16).toUpperCase()} on, each at its code`,
      );
    if (this.withoutCode.length > 0) {
      const [some, more] = [this.withoutCode.slice(0, 5).join(", "), this.withoutCode.length > 5 ? "…" : ""];
      whole.push(
        kind === "unknown"
          ? `is in ${name}, a set of characters that is not known here: ${left} of them are left out (${some}${more}), what all sets share is taken`
          : `has ${this.withoutCode.length} code${this.withoutCode.length === 1 ? "" : "s"} that ${this.withoutCode.length === 1 ? "is" : "are"} no character of ${name}: left out (${some}${more})`,
      );
    }
    this.skipped.unshift(...whole.map((message) => ({ line: 0, message })));
  }

  /** The set of characters, once all that tells of it has been read. */
  private charsetNow(): Charset {
    if (!this.charset) {
      const [registry, encoding] = charsetInName(this.fontName);
      this.charset = charsetOf(this.registry || registry, this.registry ? this.encoding : encoding);
    }
    return this.charset;
  }

  private fail(message: string): ReadFont {
    return refuse(this.at + 1, message);
  }

  private tell(line: number, message: string): void {
    if (this.skipped.length < MOST_TOLD) this.skipped.push({ line, message });
  }

  /** Reads from the line behind STARTCHAR to ENDCHAR. @returns what makes the file unusable, if something does */
  private readGlyph(named: string): FontProblem | undefined {
    const began = this.at + 1;
    let code: number | undefined;
    let advance = this.dwidth;
    let box = this.box;
    const bad = (message: string): FontProblem => ({
      line: this.at + 1,
      message: `character “${named}”: ${message.slice(0, LONGEST_MESSAGE)}`,
    });
    for (this.at += 1; this.at < this.lines.length; this.at += 1) {
      const [key, rest] = split(this.lines[this.at]!);
      if (key === "ENCODING") {
        const [standard, other] = rest.split(/\s+/).map(Number);
        code = standard === -1 && other !== undefined ? other : standard;
        if (!Number.isInteger(code)) return bad(`ENCODING is “${rest}”, and must be a number`);
      } else if (key === "DWIDTH") {
        advance = numbers(rest, 2)?.[0];
        if (advance === undefined || Math.abs(advance) > BDF_LIMITS.side)
          return bad(`DWIDTH is “${rest}”: two whole numbers up to ${BDF_LIMITS.side} are needed`);
      } else if (key === "BBX") {
        box = numbers(rest, 4);
        if (!box || box.some((value) => Math.abs(value) > BDF_LIMITS.side) || box[0]! < 0 || box[1]! < 0)
          return bad(`BBX is “${rest}”: width, height, x and y up to ${BDF_LIMITS.side} are needed`);
      } else if (key === "BITMAP") {
        if (!box) return bad("has no BBX, and the font no FONTBOUNDINGBOX before it");
        const [width, height, x, y] = box as [number, number, number, number];
        this.dots += width * height;
        if (this.dots > BDF_LIMITS.dots)
          return bad(
            `the font holds more than ${BDF_LIMITS.dots / 1e6} million dots. Take a part of it, or a smaller one`,
          );
        const stride = Math.ceil(width / 8);
        const bytes = new Uint8Array(stride * height);
        for (let row = 0; row < height; row += 1) {
          this.at += 1;
          const digits = (this.lines[this.at] ?? "").trim();
          if (!/^[0-9A-Fa-f]*$/.test(digits) || digits === "ENDCHAR" || (digits === "" && stride > 0))
            return bad(
              `row ${row + 1} of ${height} is “${digits.slice(0, 20)}”, and must be hexadecimal digits. The file is damaged or cut off`,
            );
          for (let byte = 0; byte < stride; byte += 1)
            bytes[row * stride + byte] = Number.parseInt(
              digits.slice(byte * 2, byte * 2 + 2).padEnd(2, "0"),
              16,
            );
        }
        if (code === undefined) return bad("has no ENCODING");
        this.counts.read += 1;
        if (this.counts.read > BDF_LIMITS.glyphs)
          return bad(`is one more than ${BDF_LIMITS.glyphs}: at most that many are taken`);
        const point = code < 0 ? undefined : this.charsetNow().toUnicode(code);
        if (point === undefined || point >= CODE_POINTS) {
          this.counts.left += 1;
          if (code >= CODE_POINTS)
            this.tell(began, `“${named}” has the code ${code}, which no character has`);
          else if (code >= 0) this.withoutCode.push(`${named} ${code}`);
          continue;
        }
        if (this.glyphs.has(point)) {
          this.counts.repeated += 1;
          this.tell(began, `“${named}” repeats the code ${code}: the later one counts`);
        }
        this.glyphs.set(point, {
          code: point,
          bitmap: unpackRows(bytes, width, height),
          x,
          y,
          advance: Math.max(0, advance ?? width + x),
        });
      } else if (key === "ENDCHAR") return undefined;
      else if (key === "STARTCHAR" || key === "ENDFONT")
        return { line: this.at + 1, message: `character “${named}” of line ${began} has no ENDCHAR` };
    }
    return {
      line: began,
      message: `character “${named}” is cut off: the file ends within it. Get it again, whole`,
    };
  }
}

const within = (rows: number): number => Math.max(-BDF_LIMITS.side, Math.min(BDF_LIMITS.side, rows));

function split(line: string): [string, string] {
  const trimmed = line.trim();
  const space = trimmed.search(/\s/);
  return space < 0 ? [trimmed, ""] : [trimmed.slice(0, space), trimmed.slice(space + 1).trim()];
}

const quoted = (text: string): string => text.replace(/^"|"$/g, "").replace(/""/g, '"');

/** The first numbers of a text, all whole; undefined where there are fewer. */
function numbers(text: string, count: number): number[] | undefined {
  const found = text.split(/\s+/).slice(0, count).map(Number);
  return found.length === count && found.every(Number.isInteger) && text !== "" ? found : undefined;
}

/** Writes a font as a BDF file, version 2.1, its codes being code points; the inverse of {@link readBdf}. */
export function writeBdf(font: DotFont): string {
  const glyphs = glyphsInOrder(font);
  const width = Math.max(1, ...glyphs.map(({ bitmap }) => bitmap.width));
  const height = Math.max(1, font.ascent + font.descent);
  const size = height;
  const properties = [
    `FAMILY_NAME ${bdfString(font.name)}`,
    `FONT_ASCENT ${font.ascent}`,
    `FONT_DESCENT ${font.descent}`,
    'CHARSET_REGISTRY "ISO10646"',
    'CHARSET_ENCODING "1"',
    ...(font.copyright ? [`COPYRIGHT ${bdfString(font.copyright)}`] : []),
  ];
  const family =
    font.name
      .replace(/[^A-Za-z0-9 ]+/g, "")
      .replace(/ +/g, " ")
      .trim() || "font";
  return [
    "STARTFONT 2.1",
    `FONT -bold pip-${family}-medium-r-normal--${size}-${size * 10}-75-75-p-${width * 10}-iso10646-1`,
    `SIZE ${size} 75 75`,
    `FONTBOUNDINGBOX ${width} ${height} 0 ${-font.descent}`,
    `STARTPROPERTIES ${properties.length}`,
    ...properties,
    "ENDPROPERTIES",
    `CHARS ${glyphs.length}`,
    ...glyphs.flatMap((glyph) => [
      `STARTCHAR U+${glyph.code.toString(16).toUpperCase().padStart(4, "0")}`,
      `ENCODING ${glyph.code}`,
      `SWIDTH ${Math.round((glyph.advance / size) * 1000)} 0`,
      `DWIDTH ${glyph.advance} 0`,
      `BBX ${glyph.bitmap.width} ${glyph.bitmap.height} ${glyph.x} ${glyph.y}`,
      "BITMAP",
      ...bitmapLines(glyph),
      "ENDCHAR",
    ]),
    "ENDFONT",
    "",
  ].join("\n");
}

function bitmapLines({ bitmap }: DotGlyph): string[] {
  const stride = Math.ceil(bitmap.width / 8);
  const bytes = packRows(bitmap);
  return Array.from({ length: bitmap.height }, (_, row) =>
    [...bytes.subarray(row * stride, (row + 1) * stride)]
      .map((byte) => byte.toString(16).toUpperCase().padStart(2, "0"))
      .join(""),
  );
}

/**
 * The font, or as many of its first characters, by code, as fit in so many characters of a BDF file. A guess from the
 * mean size of a character is made smaller until it fits: characters of one font differ little in size.
 */
export function fittingFont(font: DotFont, mostBytes: number): DotFont {
  let kept = font;
  for (let size = writeBdf(kept).length; size > mostBytes; size = writeBdf(kept).length) {
    const count = Math.min(kept.glyphs.size - 1, Math.floor(kept.glyphs.size * (mostBytes / size) * 0.98));
    if (count < 1) return { ...font, glyphs: new Map() };
    kept = {
      ...font,
      glyphs: new Map(
        glyphsInOrder(kept)
          .slice(0, count)
          .map((glyph) => [glyph.code, glyph]),
      ),
    };
  }
  return kept;
}
