export { LEG_ONE, THREE_LEGS, arrayFrom, transistorFrom, type Junction } from "./other-parts";
export { applyFit, formatLogged, formatShare, rangeWords, type Fit } from "./log";
export {
  UNMARKED_KINDS,
  isCommon,
  lightsBetween,
  readingsOf,
  sameSaw,
  sawKey,
  sheetOf,
  unmarked,
  unmarkedOf,
  unmarkedProblem,
  type Assignment,
  type Reading,
  type Saw,
  type Unmarked,
  type UnmarkedKind,
} from "./pins";
