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
export { freeName, removeValue, renameValue, valueOf } from "./edit";
