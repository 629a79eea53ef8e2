export { beatOf, passerBy, readingTime, tearingOf } from "./reading";
export { signCost, type SignCost } from "./cost";
export {
  FRAME_FORMATS,
  framesAsBinary,
  framesAsC,
  framesAsJson,
  framesOf,
  stacked,
  wiredBytes,
  type FrameFormat,
} from "./export";
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
export { signPace, type ScenePace } from "./pace";
