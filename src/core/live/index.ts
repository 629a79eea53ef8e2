export { STARTS, startWith, type Start, type Started } from "./starts";
export {
  actionWords,
  conditionWords,
  controlWords,
  eventWords,
  faceWords,
  gestureWords,
  numberWords,
  valueWords,
} from "./words";
export { freeName, removeValue, renameValue, valueOf } from "./edit";
