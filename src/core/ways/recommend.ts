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

/** The way to take, and why: within limits, no awkward line, some lines left, bright enough, then the fewest wires. */
export function recommendWay(figures: readonly WayFigures[]): Recommendation | undefined {
  const sound = figures.filter(({ problem, over }) => problem === undefined && !over);
  const steps: ReadonlyArray<readonly [(one: WayFigures) => boolean, string]> = [
    [({ awkward }) => awkward.every(({ mild }) => mild), "it needs no awkward line"],
    [({ easyLeft }) => easyLeft >= SPARE_LINES, "it leaves lines for buttons and sensors"],
    [({ brightness }) => brightness >= BRIGHT, "it is bright enough by day"],
    [({ pin }) => pin.limit === undefined || pin.current <= pin.limit * 0.8, "no pin comes near its limit"],
  ];
  let left = sound;
  const reasons: string[] = [];
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
