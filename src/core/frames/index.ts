export {
  beatOf,
  passerBy,
  readingTime,
  tearingOf,
  type Beat,
  type PasserBy,
  type ReadingTime,
  type Tearing,
} from "./reading";
export { fontBytes, signCost, type KeptAs, type KeptCost, type SignCost } from "./cost";
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
export { signPace, type ScenePace, type SignPace } from "./pace";
