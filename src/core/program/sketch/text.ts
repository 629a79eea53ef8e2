import { commentText } from "../../foreign";
import type { PipId } from "../../rig";

/** One line of a program, and what it is about, so that a screen can mark it. */
export interface SketchLine {
  readonly text: string;
  /** The LEDs it is about: one of each digit where they share a segment. */
  readonly pips?: readonly PipId[];
  readonly glyph?: string;
  /** Column of the leftmost bit of the line's binary numbers, one for each byte of the chain. */
  readonly bitColumns?: readonly number[];
}

/** Text of a comment: in letters that are on every keyboard where it speaks of legs and values. */
export const plain = (text: string): string =>
  commentText(text)
    .replace(/(\S)\u0305/g, "$1 (active low)")
    .replace(/(\w+)(\w) \(active low\)/g, "$1$2 (active low)")
    .replace(/′/g, "'")
    .replace(/Ω/g, "ohm")
    .replace(/µ/g, "u")
    .replace(/−/g, "-");

/** A line of comment; what a rig is called goes through the one function that keeps it from ending the comment. */
export const comment = (text = ""): SketchLine => ({ text: `// ${plain(text)}`.trimEnd() });

/** The program as the text of a file. */
export const sketchText = (lines: readonly SketchLine[]): string =>
  lines.map(({ text }) => `${text}\n`).join("");

/** Constants that stay in flash on 8-bit boards; elsewhere the words mean nothing. */
export const FLASH_WORDS: readonly SketchLine[] = [
  "#ifndef PROGMEM",
  "#define PROGMEM",
  "#define pgm_read_byte(place) (*(const uint8_t *)(place))",
  "#define pgm_read_word(place) (*(const uint16_t *)(place))",
  "#define pgm_read_dword(place) (*(const uint32_t *)(place))",
  "#endif",
].map((text) => ({ text }));
