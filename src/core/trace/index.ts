export type { Difference } from "./difference";
export { decodeCapture } from "./decode";
export type { Began, Decoded, DecodedBreach, DecodedFace, DecodedWrite, Mapping } from "./decoded";
export { inspectCapture, type Inspected } from "./inspect";
export { guessMapping, wantedLines, type Guess, type WantedLine } from "./mapping";
export { readCapture, surveyCapture, type ReadOptions, type Report } from "./read";
export {
  CAPTURE_LIMITS,
  CaptureProblem,
  type CaptureFile,
  type CaptureSink,
  type Signal,
  type Survey,
  type SurveyResult,
} from "./types";
export { LONGEST_RUN, csvOf, runEdges, vcdOf } from "./write";
export { captureWindow, type LineWindow } from "./window";
export { fullTape, tapeC, tapeCsv } from "./tape-text";
export { findModulePicture, type ModulePicture } from "./module-picture";
