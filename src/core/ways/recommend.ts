import { NEAR_LIMIT } from "../circuit";
import type { Way } from "./list";
import type { WayFigures } from "./types";

/** Brightness from which on one need not ask for more indoors. */
const BRIGHT = 0.15;
/** Easy lines one would like to keep for buttons and sensors. */
const SPARE_LINES = 4;

export interface Recommendation {
  readonly way: Way;
  readonly reasons: readonly string[];
}

/** More of the controller's time than this leaves too little for anything else. */
const MOST_BUSY = 0.5;

/**
 * The way to take, and why: within every limit, no awkward line, not most of the board's lines or time where another
 * way leaves them, bright enough, then the fewest wires.
 */
export function recommendWay(figures: readonly WayFigures[]): Recommendation | undefined {
  const sound = figures.filter(({ problem, over }) => problem === undefined && over.length === 0);
  const steps: ReadonlyArray<readonly [(one: WayFigures) => boolean, string]> = [
    [({ awkward }) => awkward.every(({ mild }) => mild), "it uses no line that has another job"],
    [({ easyLeft }) => easyLeft >= SPARE_LINES, "it leaves lines for buttons and sensors"],
    [({ lines, linesLeft }) => lines <= linesLeft, "it takes no more than half of the board’s lines"],
    [({ brightness }) => brightness >= BRIGHT, "it is bright enough by day"],
    [({ busy }) => busy <= MOST_BUSY, "it leaves the controller most of its time"],
    [({ pin }) => pin.share <= NEAR_LIMIT, "no output comes near its limit"],
  ];
  // That levels fit is worth a word only where they do not with every way.
  const fitting = sound.filter(({ level }) => level === undefined);
  const some = fitting.length > 0 && fitting.length < sound.length;
  let left = some ? fitting : sound;
  const reasons: string[] = some ? ["it takes this board’s levels by its sheet"] : [];
  for (const [test, reason] of steps) {
    const kept = left.filter(test);
    if (kept.length > 0 && kept.length <= left.length) {
      left = kept;
      reasons.push(reason);
    }
  }
  const best = left.reduce<WayFigures | undefined>(
    (least, one) => (!least || one.wires < least.wires ? one : least),
    undefined,
  );
  return (
    best && {
      way: best.way,
      reasons: [...reasons, `of what is left it takes the fewest wires, ${best.wires}`],
    }
  );
}
