export {
  BLURS_FROM,
  COMFORTABLE,
  beatOf,
  glanceTime,
  passerBy,
  readingTime,
  type Beat,
  type PasserBy,
  type ReadingTime,
} from "./reading";
export { KEPT_AS, fontBytes, signCost, type KeptAs, type KeptCost, type SignCost } from "./cost";
export {
  FRAME_FORMATS,
  MOST_EXPORTED,
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
  orientationsOf,
  probeLooks,
  probePicture,
} from "./finder";
