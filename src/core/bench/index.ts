export { FaultSearch, type Candidate, type Diagnosis, type Look, type NextTest } from "./diagnose";
export { agrees, type Evidence, type Probed, type Seen } from "./evidence";
export { patternsOf, type Pattern, type Shade } from "./patterns";
export {
  bringUpSteps,
  rangeWords,
  rigOfStep,
  sketchOfStep,
  sketchOfHold,
  sketchOfPattern,
  type BringUpStep,
  type Expected,
} from "./bring-up";
export {
  applyFit,
  formatLogged,
  formatShare,
  judgeLog,
  logCsv,
  logMarkdown,
  placesOf,
  wordsOfPlace,
  foretold,
  type Fit,
  type Judged,
  type Place,
} from "./log";
export {
  UNMARKED_KINDS,
  UNMARKED_LIMITS,
  lightsBetween,
  seekPins,
  readingsOf as pinReadingsOf,
  unmarked,
  unmarkedOf,
  unmarkedProblem,
  type PinsSought,
  type Reading as PinReading,
  type Saw,
  type Unmarked,
  type UnmarkedKind,
} from "./pins";
export { holdsOf, probesOf, type Hold, type Probe } from "./probes";
export { handHold, handPattern, handProblem, handProgram, handStep, sendToHand, type HandShow } from "./hand";
