import type { Shape, Shapes } from "./columns";

/** Up to this gap letters may be cut off at an edge: such pictures are mostly steps of a text that runs. */
export const CUT_GAP = 1;
/** What it costs that a word does not stand where the pen is, and that a letter is cut off at the display's edge. */
const MOVED = 1;
const CUT = 2;
/** What a character costs that is not among those that may be shown. */
const UNLIKELY = 0.03;
const CUT_MARK = "�";

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
export interface State {
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
export class LineReader {
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

/** What a reading says from its beginning on. */
export function saidBy(state: State): string {
  const parts: string[] = [];
  for (let at: State | undefined = state; at; at = at.from) parts.unshift(at.says);
  return parts.join("").trimEnd();
}
