export { FaultSearch, type Candidate, type Diagnosis, type Look, type NextTest } from "./diagnose";
export { type Evidence, type Probed, type Seen } from "./evidence";
export { patternsOf, type Pattern, type Shade } from "./patterns";
export {
  bringUpSteps,
  rigOfStep,
  sketchOfStep,
  sketchOfHold,
  sketchOfPattern,
  type BringUpStep,
  type Expected,
} from "./bring-up";
export { judgeLog, logCsv, logMarkdown, placesOf, wordsOfPlace, type Judged, type Place } from "./log";
export { seekPins, type PinsSought } from "./pins";
export { probesOf, type Probe } from "./probes";
export {
  handHold,
  handInputs,
  handPattern,
  handProblem,
  handProgram,
  handStep,
  sendToHand,
  type HandInput,
  type HandShow,
} from "./hand";
export { faultDrill } from "./drill";
