import type { Bitmap } from "./bitmap";
import { fontHeight, type DotFont } from "./font";

/** A text as it was read in one font, dot for dot. */
export interface ExactText {
  readonly text: string;
  readonly font: DotFont;
  /** Letters, and what speaks against the reading: rare characters, words that do not stand where the font puts them. */
  readonly letters: number;
  readonly cost: number;
}

/** A character of a font as columns of dots from top to bottom. */
interface Shape {
  readonly character: string;
  readonly columns: readonly string[];
  /** Columns from the pen to its first one, and to the next pen. */
  readonly x: number;
  readonly advance: number;
  readonly rare: number;
}

interface Shapes {
  readonly all: readonly Shape[];
  readonly byFirst: ReadonlyMap<string, readonly Shape[]>;
  /** Where ink begins from the pen, all there are. */
  readonly starts: readonly number[];
  readonly space: Shape | undefined;
  readonly widest: number;
  /** Some letters reach over their neighbour's place, and so many columns back over the one before. */
  readonly overlaps: boolean;
  readonly back: number;
}

/** Columns between letters that are tried beyond the font's own, the usual ones first. */
const GAPS = [0, 1, 2, -1, 3, 4, -2, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16];
/** Up to this gap letters may be cut off at an edge: such pictures are mostly steps of a text that runs. */
const CUT_GAP = 1;
/** What it costs that a word does not stand where the pen is, and that a letter is cut off at the display's edge. */
const MOVED = 1;
const CUT = 2;
/** And a space: letters one by one with spaces between are rarer than letters set far apart. */
const SPACE = 0.02;
/** What a character costs that is not among those that may be shown. */
const UNLIKELY = 0.03;
/** A reading that costs less for each letter needs no other beside it. */
const CLEAN = 0.02;
const MOST_LINES = 12;
const CUT_MARK = "�";
/** Letters of a font in which some lie over others that are all tried. */
const MOST_TRIED = 300;

const rarityOf = (character: string): number => {
  if (/[A-Za-z0-9]/.test(character)) return 0;
  if (/[ -~]/.test(character)) return 0.02;
  return /[\u00a0-\u017f\u0370-\u052f←→↑↓]/.test(character) ? 0.04 : 0.08;
};

const known = new WeakMap<DotFont, Map<number, Shapes>>();

/** The shapes of a font of which so many rows from the top are to be seen; worked out once. */
function shapesOf(font: DotFont, rows: number): Shapes {
  const byRows = known.get(font) ?? new Map<number, Shapes>();
  known.set(font, byRows);
  const found = byRows.get(rows);
  if (found) return found;
  const made = makeShapes(font, rows);
  byRows.set(rows, made);
  return made;
}

function makeShapes(font: DotFont, rows: number): Shapes {
  const all = [...font.glyphs.values()].flatMap(({ code, bitmap, x, y, advance }): Shape[] => {
    const top = font.ascent - y - bitmap.height;
    const drawn = Array.from({ length: bitmap.width }, (_, column) =>
      Array.from({ length: rows }, (_, row) =>
        row >= top && row < top + bitmap.height && bitmap.dots[(row - top) * bitmap.width + column]
          ? "1"
          : "0",
      ).join(""),
    );
    const first = drawn.findIndex((column) => column.includes("1"));
    if (first < 0) return [];
    let last = drawn.length - 1;
    while (!drawn[last]!.includes("1")) last -= 1;
    const character = String.fromCodePoint(code);
    return [
      { character, columns: drawn.slice(first, last + 1), x: x + first, advance, rare: rarityOf(character) },
    ];
  });
  const overlaps = all.some(({ x, columns, advance }) => x < 0 || x + columns.length > advance);
  // Where letters lie over each other every letter has to be tried: of a large font those that are usual.
  const tried = overlaps && all.length > MOST_TRIED ? all.filter(({ rare }) => rare < rarityOf("中")) : all;
  const byFirst = new Map<string, Shape[]>();
  for (const shape of tried) {
    const list = byFirst.get(shape.columns[0]!);
    if (list) list.push(shape);
    else byFirst.set(shape.columns[0]!, [shape]);
  }
  const space = font.glyphs.get(0x20);
  return {
    all: tried,
    byFirst,
    starts: [...new Set(tried.map(({ x }) => x))],
    space:
      space && space.advance > 0
        ? { character: " ", columns: [], x: 0, advance: space.advance, rare: SPACE }
        : undefined,
    widest: Math.max(1, ...tried.map(({ columns }) => columns.length)),
    overlaps,
    back: Math.max(0, ...tried.map(({ x }) => -x)),
  };
}

/** What a character is, for words that are of one kind. */
type Kind = "lower" | "upper" | "figure" | "other";

const kindOf = (character: string): Kind =>
  /[0-9]/.test(character)
    ? "figure"
    : character.toLowerCase() === character.toUpperCase()
      ? "other"
      : character === character.toLowerCase()
        ? "lower"
        : "upper";

/** What it costs that a character follows one of another kind: of two that look alike the one that fits is taken. */
const TURNS: Readonly<Record<string, number>> = {
  "lower upper": 0.006,
  "lower figure": 0.006,
  "upper figure": 0.005,
  "figure lower": 0.006,
  "figure upper": 0.006,
  "upper lower": 0.001,
};

/** How far a reading has come: what lies before the pen is explained, but for what the next letter may reach back to. */
interface State {
  readonly pen: number;
  /** Dots drawn from {@link Shapes.back} columns before the pen on. */
  readonly drawn: readonly string[];
  readonly cost: number;
  readonly letters: number;
  readonly moves: number;
  readonly kind: Kind;
  readonly from: State | undefined;
  readonly says: string;
}

const both = (one: string, other: string): string => {
  let result = "";
  for (let at = 0; at < one.length; at += 1) result += one[at] === "1" || other[at] === "1" ? "1" : "0";
  return result;
};
const within = (part: string, whole: string): boolean => {
  for (let at = 0; at < part.length; at += 1) if (part[at] === "1" && whole[at] !== "1") return false;
  return true;
};

/** Reads one line of text in a font, column for column. */
class LineReader {
  private readonly blank: string;
  private readonly firstInk: number;
  private readonly lastInk: number;
  private readonly open: State[][];
  private readonly mayCut: boolean;
  private best: State | undefined;

  constructor(
    private readonly columns: readonly string[],
    private readonly shapes: Shapes,
    private readonly gap: number,
    private readonly likely: ReadonlySet<string>,
  ) {
    this.mayCut = gap >= 0 && gap <= CUT_GAP;
    this.blank = "0".repeat(columns[0]?.length ?? 0);
    const inked = columns.flatMap((column, at) => (column === this.blank ? [] : [at]));
    this.firstInk = inked[0] ?? 0;
    this.lastInk = inked[inked.length - 1] ?? -1;
    this.open = Array.from({ length: columns.length + 1 }, () => []);
  }

  /** Whether the line can begin with a letter of the font at all. */
  begins(): boolean {
    const start = this.startState();
    for (const shape of this.candidates(this.firstInk))
      if (this.next({ ...start, pen: this.firstInk - shape.x }, shape, "", shape.advance)) return true;
    return this.firstInk === 0;
  }

  private startState(): State {
    return { pen: 0, drawn: [], cost: 0, letters: 0, moves: 0, kind: "other", from: undefined, says: "" };
  }

  read(): State | undefined {
    const start = this.startState();
    this.begin(start, this.firstInk, "");
    // What is cut off at the left edge is passed over up to where a whole letter begins.
    if (this.mayCut && this.firstInk === 0)
      for (let at = 1; at < Math.min(this.shapes.widest + 2, this.columns.length); at += 1)
        if (this.columns[at] !== this.blank) this.begin({ ...start, cost: CUT + at * 0.01 }, at, CUT_MARK);
    for (let pen = 0; pen <= this.columns.length; pen += 1) {
      const states = this.open[pen]!;
      for (let at = 0; at < states.length; at += 1) this.goOn(states[at]!);
    }
    return this.best;
  }

  private column(at: number): string {
    return this.columns[at] ?? this.blank;
  }

  /** Letters whose ink begins in a column. */
  private candidates(at: number): readonly Shape[] {
    return this.shapes.overlaps ? this.shapes.all : (this.shapes.byFirst.get(this.column(at)) ?? []);
  }

  /** A letter whose ink begins in a column, wherever the pen was. */
  private begin(state: State, at: number, says: string): void {
    for (const shape of this.candidates(at)) {
      const pen = at - shape.x;
      // What lies before it is explained already, or was blank.
      const drawn = Array.from({ length: this.shapes.back }, (_, back) => {
        const column = pen - this.shapes.back + back;
        return column < at ? this.column(column) : this.blank;
      });
      this.place({ ...state, pen, drawn }, shape, says);
    }
  }

  private goOn(state: State): void {
    const { pen, drawn } = state;
    const { back, space } = this.shapes;
    if (pen > this.lastInk && this.isDone(state)) return this.finish(state);
    for (const x of this.shapes.starts)
      for (const shape of this.candidates(pen + x)) if (shape.x === x) this.place(state, shape, "");
    if (space) this.place(state, space, "");
    let next = pen;
    while (next <= this.lastInk && this.columns[next] === this.blank) next += 1;
    // A word that stands elsewhere than the pen: another text, or the same once more.
    const rests = drawn.every((column, at) => column === this.column(pen - back + at));
    if (next > pen && next <= this.lastInk && rests && state.moves * 3 < state.letters)
      this.begin(
        { ...state, cost: state.cost + MOVED, moves: state.moves + 1 },
        next,
        " ".repeat(Math.max(1, Math.round((next - pen) / Math.max(1, (space?.advance ?? 1) + this.gap)))),
      );
    // What is left at the right edge is a letter that is cut off.
    if (
      this.mayCut &&
      this.lastInk === this.columns.length - 1 &&
      state.letters > 0 &&
      this.columns.length - pen <= this.shapes.widest &&
      rests
    )
      this.finish({ ...state, cost: state.cost + CUT, from: state, says: CUT_MARK });
  }

  /** Everything up to the last dot is drawn, and nothing else. */
  private isDone({ pen, drawn }: State): boolean {
    const { back } = this.shapes;
    const to = Math.max(this.columns.length, pen - back + drawn.length);
    for (let at = pen - back; at < to; at += 1)
      if ((drawn[at - pen + back] ?? this.blank) !== this.column(at)) return false;
    return true;
  }

  private place(state: State, shape: Shape, says: string): void {
    const next = this.next(state, shape, says, Math.max(0, shape.advance + this.gap));
    if (!next) return;
    if (next.pen > this.columns.length) {
      if (this.isDone(next)) this.finish(next);
      return;
    }
    const list = this.open[Math.max(0, next.pen)]!;
    const key = next.drawn.join();
    const same = list.findIndex((one) => one.kind === next.kind && one.drawn.join() === key);
    if (same < 0) list.push(next);
    else if (next.cost < list[same]!.cost - 1e-9) list[same] = next;
  }

  /** What a letter at a state's pen leads to; undefined where it lights what is dark, or leaves dark what is lit. */
  private next(state: State, shape: Shape, says: string, advance: number): State | undefined {
    if (advance === 0) return undefined;
    const { pen, drawn } = state;
    const { back } = this.shapes;
    const reach = Math.max(advance, shape.x + shape.columns.length, drawn.length - back);
    const after: string[] = [];
    for (let at = -back; at < reach; at += 1) {
      const own = shape.columns[at - shape.x];
      const before = drawn[at + back];
      const column =
        own === undefined ? (before ?? this.blank) : before === undefined ? own : both(own, before);
      const wanted = this.column(pen + at);
      if (at < advance - back ? column !== wanted : column !== this.blank && !within(column, wanted))
        return undefined;
      if (at >= advance - back) after.push(column);
    }
    while (after.length > 0 && after[after.length - 1] === this.blank) after.pop();
    const ink = shape.columns.length > 0;
    const kind = ink ? kindOf(shape.character) : "other";
    return {
      pen: pen + advance,
      drawn: after,
      cost:
        state.cost +
        shape.rare +
        (!ink || this.likely.size === 0 || this.likely.has(shape.character) ? 0 : UNLIKELY) +
        (TURNS[`${says ? "other" : state.kind} ${kind}`] ?? 0),
      letters: state.letters + (ink ? 1 : 0),
      moves: state.moves,
      kind,
      from: state,
      says: says + shape.character,
    };
  }

  private finish(state: State): void {
    if (state.letters > 0 && state.cost < (this.best?.cost ?? Infinity) - 1e-9) this.best = state;
  }
}

function saidBy(state: State): string {
  const parts: string[] = [];
  for (let at: State | undefined = state; at; at = at.from) parts.unshift(at.says);
  return parts.join("").trimEnd();
}

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
      if (cost < (best?.cost ?? Infinity) - 1e-9)
        best = { text: found.lines.map(saidBy).join("\n"), font, letters, cost };
      if (found.cost < CLEAN * letters) break;
    }
    if (best && best.cost < CLEAN * best.letters) break;
  }
  return best;
}
