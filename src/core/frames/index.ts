export { beatOf, passerBy, readingTime, tearingOf } from "./reading";
export { FRAME_FORMATS, RECORDING_RANGE, USUAL_RECORDING, type FrameFormat, type Recording } from "./formats";
export { signCost, type SignCost } from "./cost";
export { framesAsBinary, framesAsC, framesAsJson, stacked } from "./export";
export { runFrames } from "./run-frames";
export {
  STARTS,
  layoutsFrom,
  looksLike,
  looksOf,
  tellsWhichWay,
  orientationsFrom,
  probeLooks,
  probePicture,
} from "./finder";
export { signPace, type ScenePace, type SignPace } from "./pace";
