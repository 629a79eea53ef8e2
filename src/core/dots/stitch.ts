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

/** By how many columns the second picture is the first one moved left; undefined where it is not. */
function movedLeft(before: readonly string[], after: readonly string[], most: number): number | undefined {
  for (let by = 1; by <= Math.min(most, before.length); by += 1)
    if (before.slice(by).every((column, at) => column === after[at])) return by;
  return undefined;
}

/**
 * Joins pictures that follow each other: while a text runs across a display, what comes in at one side is added to a
 * ribbon, so that the whole text can be read from it.
 */
export class Stitcher {
  private columns: string[] = [];
  private before: string[] | undefined;
  private from = 0;
  private way: Ribbon["moved"] = "still";
  private height = 0;

  /** Takes the picture that is shown from a moment on. @returns the ribbon that ended with it, if one did */
  add(picture: Bitmap, at: number): Ribbon | undefined {
    const now = columnsOf(picture);
    this.height = picture.height;
    const { before } = this;
    if (before && before.length === now.length) {
      if (before.every((column, x) => column === now[x])) return undefined;
      const left = this.way === "right" ? undefined : movedLeft(before, now, FARTHEST);
      if (left !== undefined) {
        this.columns.push(...now.slice(now.length - left));
        return this.follow(now, at, "left");
      }
      const right = this.way === "left" ? undefined : movedLeft(now, before, FARTHEST);
      if (right !== undefined) {
        this.columns.unshift(...now.slice(0, right));
        return this.follow(now, at, "right");
      }
    }
    const ended = this.finish(at);
    this.columns = [...now];
    this.before = now;
    this.from = at;
    this.way = "still";
    return ended;
  }

  private follow(now: string[], at: number, way: "left" | "right"): undefined {
    this.before = now;
    this.way = way;
    return undefined;
  }

  /** What there is at the end of a run; undefined where nothing was lit. */
  finish(at: number): Ribbon | undefined {
    const { columns, height } = this;
    if (!this.before) return undefined;
    const width = columns.length;
    const dots = new Uint8Array(width * height);
    columns.forEach((column, x) => {
      for (let y = 0; y < height; y += 1) dots[y * width + x] = Number(column[y]);
    });
    const bitmap = { width, height, dots };
    this.before = undefined;
    return litDots(bitmap) === 0 ? undefined : { from: this.from, to: at, bitmap, moved: this.way };
  }
}
