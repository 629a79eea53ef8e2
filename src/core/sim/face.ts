import type { Milliamps, Nanoseconds } from "../quantity";
import type { PipId } from "../rig";

export type PipState = "lit" | "dark" | "unknown";

export interface PipLight {
  readonly pip: PipId;
  /** Average since the face was last looked at. */
  readonly current: Milliamps;
  readonly state: PipState;
}

/** What the display shows, as an eye would take it in since the last look. */
export interface Face {
  readonly time: Nanoseconds;
  readonly pips: readonly PipLight[];
  /** The text of the show that is being shown; undefined before the first. */
  readonly text: string | undefined;
  /** The program has nothing more to do. */
  readonly ended: boolean;
}

/** A face in few numbers, to be handed from worker to page: every LED in the order of the model's addresses. */
export interface FaceView extends Omit<Face, "pips"> {
  /** mA, averages since the face was last looked at. */
  readonly currents: Float64Array;
  /** 1 where nobody can tell. */
  readonly unknown: Uint8Array;
}

/** A current that an eye still takes for light, on average. */
export const VISIBLE: Milliamps = 0.02;
