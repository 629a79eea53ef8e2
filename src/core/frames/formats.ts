/** The forms frames are handed out in. */
export const FRAME_FORMATS = ["gif", "png", "pbm", "c", "bin", "json"] as const;
export type FrameFormat = (typeof FRAME_FORMATS)[number];
