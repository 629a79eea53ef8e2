import type { TapeItem } from "../rig";

/** The forms frames are handed out in. */
export const FRAME_FORMATS = ["gif", "png", "pbm", "c", "bin", "json"] as const;
export type FrameFormat = (typeof FRAME_FORMATS)[number];

/** What is recorded of a sign that reacts: from power-up on, with the hands of a tape. */
export interface Recording {
  readonly seconds: number;
  readonly tape?: readonly TapeItem[];
}

export const USUAL_RECORDING: Recording = { seconds: 10 };
/** Seconds one records. */
export const RECORDING_RANGE = [1, 120] as const;
