export { STARTS, startWith, type Start } from "./starts";
export {
  actionWords,
  conditionWords,
  controlWords,
  faceWords,
  gestureWords,
  numberWords,
  valueWords,
} from "./words";
export { usualReading } from "./usual-reading";
export { freeName, removeValue, renameValue, valueOf } from "./edit";
export { boardDrift, driftWords } from "./drift";
