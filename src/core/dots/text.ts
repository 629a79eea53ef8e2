import type { Align } from "./scene";
import { bitmapOf, blankBitmap, drawInto, type Bitmap } from "./bitmap";
import { fontHeight, glyphOf, type DotFont, type DotGlyph } from "./font";

/** What stands for a character that a font does not have. */
export interface StandIn {
  readonly character: string;
  /** What is shown instead; undefined for the hollow box that stands for anything. */
  readonly shown: string | undefined;
}

/** One character of a laid-out line. */
export interface LaidLetter {
  readonly character: string;
  /** Its columns on the ribbon, the second behind the last. */
  readonly from: number;
  readonly to: number;
}

export interface LaidText {
  readonly ribbon: Bitmap;
  readonly letters: readonly LaidLetter[];
  /** Characters the font does not have, each once, with what is shown for them. */
  readonly standIns: readonly StandIn[];
}

/** Characters that look alike enough to stand for each other, the better one first. */
const LIKE: Readonly<Record<string, string>> = {
  "‘": "'",
  "’": "'",
  "“": '"',
  "”": '"',
  "–": "-",
  "—": "-",
  "‐": "-",
  "−": "-",
  "…": ".",
  "×": "x",
  º: "°",
  "˚": "°",
  "´": "'",
  "·": ".",
  "•": "*",
  ß: "s",
  Æ: "A",
  æ: "a",
  Ø: "O",
  ø: "o",
  Ð: "D",
  ð: "d",
  Þ: "P",
  þ: "p",
  ı: "i",
  "¡": "!",
  "¿": "?",
  "⇒": "→",
  "⇐": "←",
  "\u00a0": " ",
  "\u2009": " ",
  "\u202f": " ",
  "\t": " ",
};

/** The character of a font that stands for one it lacks: the other case, the letter without its accent, a look-alike. */
export function standInFor(font: DotFont, character: string): string | undefined {
  const tries = [
    LIKE[character],
    character.toUpperCase(),
    character.toLowerCase(),
    [...character.normalize("NFD")][0],
    [...character.normalize("NFD")][0]?.toUpperCase(),
    [...character.normalize("NFKD")][0],
    LIKE[character] && LIKE[character].toUpperCase(),
  ];
  return tries.find(
    (one) => one !== undefined && one !== character && [...one].length === 1 && glyphOf(font, one),
  );
}

const boxes = new WeakMap<DotFont, DotGlyph>();

/** A hollow box as high as the capitals: nobody takes it for a letter. */
function boxOf(font: DotFont): DotGlyph {
  const known = boxes.get(font);
  if (known) return known;
  const height = Math.max(2, font.ascent);
  const width = Math.max(3, Math.min(5, height - 2));
  const middle = `#${".".repeat(width - 2)}#`;
  const rows = ["#".repeat(width), ...Array<string>(height - 2).fill(middle), "#".repeat(width)];
  const box: DotGlyph = { code: 0x25a1, bitmap: bitmapOf(rows), x: 0, y: 0, advance: width + 1 };
  boxes.set(font, box);
  return box;
}

/**
 * Lays one line of text out as a ribbon of dots, as high as the font.
 * @param gap columns more (or less, where negative) between letters than the font has
 */
export function layLine(text: string, font: DotFont, gap = 0): LaidText {
  const placed: Array<{ readonly glyph: DotGlyph; readonly pen: number }> = [];
  const letters: LaidLetter[] = [];
  const standIns = new Map<string, StandIn>();
  let pen = 0;
  let edge = 0;
  for (const character of text.normalize("NFC")) {
    let glyph = glyphOf(font, character);
    if (!glyph) {
      const shown = standInFor(font, character);
      if (!standIns.has(character)) standIns.set(character, { character, shown });
      glyph = shown === undefined ? boxOf(font) : glyphOf(font, shown)!;
    }
    const left = Math.max(0, -glyph.x - pen);
    pen += left;
    placed.push({ glyph, pen });
    const from = pen;
    edge = Math.max(edge, pen + glyph.x + glyph.bitmap.width);
    pen += Math.max(0, glyph.advance + gap);
    letters.push({ character, from, to: Math.max(from + 1, pen) });
  }
  // The space behind the last letter is none of the text's, but that of a blank at its end is.
  const ends = placed.length > 0 && placed[placed.length - 1]!.glyph.bitmap.width === 0 ? pen : edge;
  const ribbon = blankBitmap(Math.max(ends, 0), fontHeight(font));
  for (const { glyph, pen: at } of placed)
    drawInto(ribbon, glyph.bitmap, at + glyph.x, font.ascent - glyph.y - glyph.bitmap.height);
  return { ribbon, letters, standIns: [...standIns.values()] };
}

/** Dots a text takes at the most once it is laid out, found without laying it out. */
export function dotsOfText(text: string, font: DotFont, gap = 0): number {
  const lines = text.split("\n");
  const widest = lines.reduce((most, line) => Math.max(most, [...line].length), 0);
  const advance = [...font.glyphs.values()].reduce(
    (most, glyph) => Math.max(most, glyph.advance, glyph.bitmap.width + Math.abs(glyph.x)),
    0,
  );
  return widest * (advance + Math.max(0, gap)) * lines.length * fontHeight(font);
}

/**
 * Lays text out line under line; lines are parted by line feeds.
 * @param height rows there are: lines that have room are spread with a row between them
 */
export function layText(
  text: string,
  font: DotFont,
  {
    gap = 0,
    align = "left",
    height = 0,
  }: { readonly gap?: number; readonly align?: Align; readonly height?: number } = {},
): LaidText {
  const lines = text.split("\n").map((line) => layLine(line, font, gap));
  if (lines.length === 1) return lines[0]!;
  const width = Math.max(...lines.map(({ ribbon }) => ribbon.width));
  const each = fontHeight(font);
  const pitch = Math.max(each, Math.floor(height / lines.length));
  const ribbon = blankBitmap(width, pitch * (lines.length - 1) + each);
  const letters: LaidLetter[] = [];
  lines.forEach((line, at) => {
    const spare = width - line.ribbon.width;
    const x = align === "left" ? 0 : align === "right" ? spare : Math.floor(spare / 2);
    drawInto(ribbon, line.ribbon, x, at * pitch);
    for (const letter of line.letters) letters.push({ ...letter, from: letter.from + x, to: letter.to + x });
  });
  const standIns = new Map(lines.flatMap((line) => line.standIns).map((one) => [one.character, one]));
  return { ribbon, letters, standIns: [...standIns.values()] };
}
