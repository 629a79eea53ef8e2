import type { Level } from "../level";
import type { Nanoseconds } from "../quantity";
import type { Mapping } from "./decoded";
import { oppositeLevel } from "./decoder";
import { invertedSignals } from "./mapping";
import { readCapture } from "./read";
import type { CaptureFile } from "./types";

/** Changes of one line within a stretch, the level before it first. */
export interface LineWindow {
  readonly line: string;
  readonly changes: ReadonlyArray<{ readonly at: Nanoseconds; readonly level: Level }>;
}

/** Changes kept of one line: more cannot be told apart in a picture. */
const MOST_CHANGES = 60_000;

class Reached extends Error {}

/** The levels of the mapped lines between two moments; reads no farther than it has to. */
export async function captureWindow(
  file: CaptureFile,
  mapping: Mapping,
  from: Nanoseconds,
  to: Nanoseconds,
): Promise<readonly LineWindow[]> {
  const lines = new Map(Object.entries(mapping).map(([line, signal]) => [signal, line]));
  const before = new Map<string, Level>();
  const found = new Map<string, Array<{ at: Nanoseconds; level: Level }>>();
  for (const line of lines.values()) found.set(line, []);
  try {
    let inverted: ReadonlySet<number> = new Set();
    await readCapture(file, {
      signals: (names) => (inverted = invertedSignals(names)),
      change(signal, at, given) {
        const level = inverted.has(signal) ? oppositeLevel(given) : given;
        if (at > to) throw new Reached();
        const line = lines.get(signal);
        if (line === undefined) return;
        if (at < from) {
          before.set(line, level);
          return;
        }
        const list = found.get(line)!;
        if (list.length < MOST_CHANGES) list.push({ at, level });
      },
    });
  } catch (problem) {
    if (!(problem instanceof Reached)) throw problem;
  }
  return [...found].map(([line, changes]) => ({
    line,
    changes: before.has(line) ? [{ at: from, level: before.get(line)! }, ...changes] : changes,
  }));
}
