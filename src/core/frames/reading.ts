import type { DotFont, Scene, SceneFrames, TextScene } from "../dots";
import type { Milliseconds, Nanoseconds } from "../quantity";

/** Letters a second that read comfortably in short words that run across; far fewer for somebody who walks past. */
export const COMFORTABLE = { least: 8, most: 15 } as const;
/** Letter height over the distance at which it can still be read (customary: about 1 to 250). */
const HEIGHT_TO_DISTANCE = 250;
/** Columns a second above which moving letters blur for most people (customary). */
export const BLURS_FROM = 60;

/** How a text that moves along can be read. */
export interface ReadingTime {
  /** Columns a second. */
  readonly speed: number;
  /** Letters a second, on average over the text. */
  readonly lettersPerSecond: number;
  /** ms one letter is to be seen whole: the shortest over the text. */
  readonly dwell: number;
  /** ms from the first column to the last. */
  readonly line: number;
  readonly verdict: "slow" | "comfortable" | "hurried" | "blurs";
}

const runsAcross = (scene: Scene): scene is TextScene =>
  scene.kind === "text" && (scene.motion === "left" || scene.motion === "right" || scene.motion === "bounce");

/**
 * How long each letter of a text that runs across a display can be read; undefined where nothing runs.
 * @param step ms from one column to the next, as it really is on the board
 */
export function readingTime(
  scene: Scene,
  frames: SceneFrames,
  width: number,
  step: Milliseconds,
): ReadingTime | undefined {
  const { laid } = frames;
  if (!runsAcross(scene) || !laid || laid.letters.length === 0) return undefined;
  const columns = laid.ribbon.width;
  const widest = Math.max(...laid.letters.map(({ from, to }) => to - from));
  const lettersPerSecond = (laid.letters.length / Math.max(1, columns)) * (1000 / step);
  const speed = 1000 / step;
  return {
    speed,
    lettersPerSecond,
    dwell: Math.max(0, width - widest + 1) * step,
    line: (columns + width) * step,
    verdict:
      speed > BLURS_FROM
        ? "blurs"
        : lettersPerSecond > COMFORTABLE.most
          ? "hurried"
          : lettersPerSecond < COMFORTABLE.least / 4
            ? "slow"
            : "comfortable",
  };
}

/** Of a step's time, the share from which half-written pictures are noticed (customary). */
const TORN_NOTICED = 0.25;

/** How much of a picture is seen torn where a program rewrites the rows one after the other. */
export interface Tearing {
  /** From the first row that is new to the last: both pictures are to be seen. */
  readonly time: Nanoseconds;
  /** Share of the time of a step. */
  readonly share: number;
  readonly noticed: boolean;
}

/** @param sending ns a picture takes on its way, `step` ms between pictures as they really follow each other */
export function tearingOf(sending: Nanoseconds, step: Milliseconds): Tearing {
  const share = Math.min(1, sending / (step * 1e6));
  return { time: sending, share, noticed: share >= TORN_NOTICED };
}

/** Somebody who goes past a display. */
export interface PasserBy {
  /** m/s */
  readonly pace: number;
  /** mm from dot to dot */
  readonly pitch: number;
}

/** What somebody sees who goes past: letters of a text, from where they can first be read. */
export function passerBy(
  { pace, pitch }: PasserBy,
  font: DotFont,
  lettersPerSecond: number,
): { readonly distance: number; readonly time: number; readonly letters: number } {
  const distance = (font.ascent * pitch * HEIGHT_TO_DISTANCE) / 1000;
  // One reads it while it lies ahead within about 45 degrees: for as long a way as one is far.
  const time = distance / pace;
  return { distance, time, letters: Math.floor(time * lettersPerSecond) };
}

/** Whether the steps of a motion keep time with the turns of a scan. */
export interface Beat {
  /** Turns of the scan a step lasts: the fewest and the most. */
  readonly least: number;
  readonly most: number;
  /** How much longer the longest step is than the shortest, as a share. */
  readonly unevenness: number;
  /** Steps in ms near the one that is wanted that are whole turns. */
  readonly steady: readonly number[];
}

/**
 * Steps are only seen whole turns long where faces change between turns of the scan.
 * @param step ms, `turn` ns
 */
export function beatOf(step: number, scan: Nanoseconds): Beat {
  const scans = (step * 1e6) / scan;
  const nearly = Math.abs(scans - Math.round(scans)) < 1e-6;
  const least = Math.max(1, nearly ? Math.round(scans) : Math.floor(scans));
  const most = Math.max(1, nearly ? Math.round(scans) : Math.ceil(scans));
  const whole = Math.max(1, Math.round(scans));
  const steady = [whole - 1, whole, whole + 1]
    .filter((count) => count >= 1)
    .map((count) => (count * scan) / 1e6);
  return { least, most, unevenness: most / least - 1, steady };
}
