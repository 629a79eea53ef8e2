import type { Bitmap } from "./bitmap";
import { shapesOf } from "./columns";
import { fontHeight, type DotFont } from "./font";
import { CUT_GAP, LineReader, saidBy, type State } from "./line-reader";

/** A text as it was read in one font, dot for dot. */
export interface ExactText {
  readonly text: string;
  readonly font: DotFont;
  /** Letters, and what speaks against the reading: rare characters, words that do not stand where the font puts them. */
  readonly letters: number;
  readonly cost: number;
}

/** Columns between letters that are tried beyond the font's own, the usual ones first. */
const GAPS = [0, 1, 2, -1, 3, 4, -2, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16];
/** A reading that costs less for each letter needs no other beside it. */
const CLEAN = 0.02;
/** A reading that is in the hint word for word is taken where it costs less for each letter: no words that were moved. */
const EXPECTED = 0.1;
/** A word with wide gaps may as well be letters with nothing but spaces between them: other readings are tried. */
const WIDE = 3;
const LETTERS_APART = /^\S(\s+\S)+$/;
const MOST_LINES = 12;

/** Rows of a picture as columns from top to bottom; what is beyond it is dark. */
function columnsIn({ width, height, dots }: Bitmap, from: number, rows: number): string[] {
  return Array.from({ length: width }, (_, x) =>
    Array.from({ length: rows }, (_, row) => {
      const y = from + row;
      return y >= 0 && y < height && dots[y * width + x] ? "1" : "0";
    }).join(""),
  );
}

const inkIn = ({ width, height, dots }: Bitmap, from: number, to: number): number => {
  for (let y = Math.max(0, from); y < Math.min(height, to); y += 1)
    if (dots.subarray(y * width, (y + 1) * width).includes(1)) return y;
  return -1;
};

/** Where a font's rows may begin for the highest ink of a picture to be in them: where texts are laid first. */
function startsFor(font: DotFont, height: number, from: number, top: number): number[] {
  const rows = fontHeight(font);
  const usual = from === 0 ? [Math.max(0, Math.floor((height - rows) / 2)), 0, height - rows] : [from];
  const all = Array.from({ length: rows }, (_, at) => top - at);
  return [...new Set([...usual, ...all])].filter((start) => start <= top && start + rows > top);
}

interface Lines {
  readonly lines: readonly State[];
  readonly cost: number;
}

/** Reads the lines of a picture in one font. */
class FontReader {
  private readonly known = new Map<
    number,
    { readonly columns: readonly string[]; readonly begins: boolean; readonly cut: boolean }
  >();

  constructor(
    private readonly picture: Bitmap,
    private readonly font: DotFont,
    private readonly likely: ReadonlySet<string>,
  ) {}

  /** Rows from a start on that a line of the font takes: a display lower than the font shows its upper rows. */
  private rowsFrom(start: number): number {
    const rows = fontHeight(this.font);
    return start === 0 && rows > this.picture.height ? this.picture.height : rows;
  }

  private columnsFrom(start: number) {
    const found = this.known.get(start);
    if (found) return found;
    const rows = this.rowsFrom(start);
    const columns = columnsIn(this.picture, start, rows);
    const made = {
      columns,
      cut: columns[0]?.includes("1") ?? false,
      begins: new LineReader(columns, shapesOf(this.font, rows), 0, this.likely).begins(),
    };
    this.known.set(start, made);
    return made;
  }

  /** @param gap columns between letters beyond the font's, `from` the first row that is not read yet */
  lines(gap: number, from = 0, depth = 0): Lines | undefined {
    const { picture, font } = this;
    const top = inkIn(picture, from, picture.height);
    if (top < 0) return { lines: [], cost: 0 };
    if (depth >= MOST_LINES) return undefined;
    let best: Lines | undefined;
    for (const start of startsFor(font, picture.height, from, top)) {
      const { columns, begins, cut } = this.columnsFrom(start);
      if (!begins && !(cut && gap >= 0 && gap <= CUT_GAP)) continue;
      const rows = this.rowsFrom(start);
      const line = new LineReader(columns, shapesOf(font, rows), gap, this.likely).read();
      const rest = line && this.lines(gap, start + rows, depth + 1);
      if (!rest) continue;
      const found = { lines: [line, ...rest.lines], cost: line.cost + rest.cost };
      if (found.cost < (best?.cost ?? Infinity) - 1e-9) best = found;
      if (best && best.cost < CLEAN * best.lines.reduce((sum, one) => sum + one.letters, 0)) break;
    }
    return best;
  }
}

/**
 * Reads a picture in the fonts given, dot for dot: every dot belongs to a letter of one font, and the letters stand
 * where the font's widths put them. Of characters that look alike the usual one is taken, or the one in the hint.
 * @param hint texts that may be shown
 * @returns undefined where no font fits
 */
export function readExactly(picture: Bitmap, fonts: readonly DotFont[], hint = ""): ExactText | undefined {
  if (picture.height > 64 || !picture.dots.includes(1)) return undefined;
  const likely = new Set(hint);
  let best: ExactText | undefined;
  for (const font of fonts) {
    if (fontHeight(font) > 64) continue;
    const reader = new FontReader(picture, font, likely);
    for (const gap of GAPS) {
      const found = reader.lines(gap);
      if (!found || found.lines.length === 0) continue;
      const letters = found.lines.reduce((sum, line) => sum + line.letters, 0);
      const cost = found.cost + (gap === 0 ? 0 : 0.05);
      const text = found.lines.map(saidBy).join("\n");
      const one = { text, font, letters, cost };
      // Where dots can be read in several ways, the one that is meant.
      if (hint.includes(text) && found.cost < EXPECTED * letters) return one;
      if (cost < (best?.cost ?? Infinity) - 1e-9) best = one;
      if (gap >= WIDE || LETTERS_APART.test(text) || found.cost >= CLEAN * letters) continue;
      if (best && best.cost < CLEAN * best.letters) return best;
      break;
    }
  }
  return best;
}
