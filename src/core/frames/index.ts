export { beatOf, passerBy, readingTime, tearingOf } from "./reading";
export { FRAME_FORMATS, type FrameFormat } from "./formats";
export { signCost, type SignCost } from "./cost";
export { framesAsBinary, framesAsC, framesAsJson, framesOf, stacked, wiredBytes } from "./export";
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
