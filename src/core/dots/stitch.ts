import { litDots, type Bitmap } from "./bitmap";

/** Pictures that belong together: one that stands still, or one that moved along. */
export interface Ribbon {
  readonly from: number;
  readonly to: number;
  readonly bitmap: Bitmap;
  readonly moved: "left" | "right" | "still";
}

/** Columns a picture may move at once. */
const FARTHEST = 8;

/** Columns as texts, so that whole columns are compared at once. */
const columnsOf = ({ width, height, dots }: Bitmap): string[] =>
  Array.from({ length: width }, (_, x) => {
    let column = "";
    for (let y = 0; y < height; y += 1) column += dots[y * width + x];
    return column;
  });

const hasInk = (column: string): boolean => column.includes("1");

/**
 * By how many columns the second picture is the first one moved left; undefined where it is not. Where nothing lit is
 * on both, only a single column counts: anything might follow a dark display.
 */
function movedLeft(before: readonly string[], after: readonly string[]): number | undefined {
  for (let by = 1; by <= Math.min(FARTHEST, before.length / 2); by += 1) {
    const kept = before.slice(by);
    if (kept.every((column, at) => column === after[at]) && (by === 1 || kept.some(hasInk))) return by;
  }
  return undefined;
}

/**
 * Joins pictures that follow each other: while a text runs across a display, what comes in at one side is added to a
 * ribbon, so that the whole text can be read from it. A picture that is gone again soon, and from which nothing moved
 * on, was only half written: it is passed over.
 */
export class Stitcher {
  private columns: string[] = [];
  private before: string[] | undefined;
  private from = 0;
  private way: Ribbon["moved"] = "still";
  private height = 0;
  private doubt: { readonly columns: string[]; readonly at: number } | undefined;

  /** @param stable how long a picture has to stand to be one; in the unit of the moments that are given */
  constructor(private readonly stable: number) {}

  /** Takes the picture that is shown from a moment on. @returns the ribbon that ended before it, if one did */
  add(picture: Bitmap, at: number): Ribbon | undefined {
    const now = columnsOf(picture);
    this.height = picture.height;
    if (!this.before) {
      this.begin(now, at);
      return undefined;
    }
    const ended = this.settle(at);
    if (this.follow(now)) {
      this.doubt = undefined;
      // A text that has run out of sight is over: what comes next is another, or the same once more.
      if (this.way !== "still" && !now.some(hasInk)) {
        const gone = this.ribbon(at);
        this.begin(now, at);
        return gone ?? ended;
      }
    } else if (!this.doubt || at - this.doubt.at > 0) this.doubt = { columns: now, at };
    return ended;
  }

  /** What is there when nothing follows any more; undefined where nothing was lit. */
  finish(at: number): Ribbon[] {
    const ended = [this.settle(at), this.ribbon(at)].filter((one) => one !== undefined);
    this.before = undefined;
    return ended;
  }

  /** A picture that has stood long enough begins a ribbon of its own. */
  private settle(at: number): Ribbon | undefined {
    const { doubt } = this;
    if (!doubt || at - doubt.at < this.stable) return undefined;
    const ended = this.ribbon(doubt.at);
    this.begin(doubt.columns, doubt.at);
    return ended;
  }

  private begin(columns: string[], at: number): void {
    this.columns = [...columns];
    this.before = columns;
    this.from = at;
    this.way = "still";
    this.doubt = undefined;
  }

  /** Whether a picture is the last one, or the last one moved on. */
  private follow(now: string[]): boolean {
    const before = this.before!;
    if (before.every((column, x) => column === now[x])) return true;
    const left = this.way === "right" ? undefined : movedLeft(before, now);
    const right = left !== undefined || this.way === "left" ? undefined : movedLeft(now, before);
    if (left === undefined && right === undefined) return false;
    if (left !== undefined) this.columns.push(...now.slice(now.length - left));
    else this.columns.unshift(...now.slice(0, right));
    this.way = left === undefined ? "right" : "left";
    this.before = now;
    return true;
  }

  private ribbon(at: number): Ribbon | undefined {
    const { columns, height } = this;
    const width = columns.length;
    const dots = new Uint8Array(width * height);
    columns.forEach((column, x) => {
      for (let y = 0; y < height; y += 1) dots[y * width + x] = Number(column[y]);
    });
    const bitmap = { width, height, dots };
    return litDots(bitmap) === 0 ? undefined : { from: this.from, to: at, bitmap, moved: this.way };
  }
}
