import type { Nanoseconds } from "../quantity";
import type { Shown } from "../sim";

/** What stands on a display from a moment on. */
export interface WatchedFace {
  readonly at: Nanoseconds;
  readonly digits: readonly Shown[];
}

export type ShowFace = (face: WatchedFace) => void;

/** Follows what a display shows while somebody else moves the lines of its board. */
export interface FaceFollower {
  /** Time goes on to a moment; called before the board is driven. */
  until(at: Nanoseconds): void;
  /** A line has changed. */
  changed(line: string, at: Nanoseconds): void;
  /** A whole transfer was taken that wrote to these places of memory. */
  wrote(places: readonly string[], from: Nanoseconds, at: Nanoseconds): void;
  /** The capture ends: what stands then counts, however short. */
  end(at: Nanoseconds): void;
}
