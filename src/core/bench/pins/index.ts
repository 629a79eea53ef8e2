export { seekPins, type PinsSought } from "./finder";
export {
  UNMARKED_KINDS,
  UNMARKED_LIMITS,
  lightsBetween,
  readingsOf,
  unmarked,
  unmarkedOf,
  unmarkedProblem,
  type Reading,
  type Saw,
  type Unmarked,
  type UnmarkedKind,
} from "./display";
