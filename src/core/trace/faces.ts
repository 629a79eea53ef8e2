import type { RigModel } from "../address";
import type { Nanoseconds } from "../quantity";
import type { Board, Shown } from "../sim";
import { ChipFaces } from "./chip-faces";
import { StateFaces } from "./state-faces";

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

/** Driver chips scan by themselves and show what was written; all else shows what its lines and latches are at. */
export const followFaces = (model: RigModel, board: Board, show: ShowFace): FaceFollower =>
  board.drivers.length > 0 ? new ChipFaces(model, board, show) : new StateFaces(model, board, show);
