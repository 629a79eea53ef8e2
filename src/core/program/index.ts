export type { ChipWrite, LineEvent, Program, ProgramFrame, SlotState } from "./types";
export type { Statement } from "./language";
export { buildProgram, holdingFrame, liveProblems } from "./build";
export type { LiveProblem } from "./live";
export { driveState, type FaceToShow } from "./states";
export { schoolOf } from "./scans";
export { burstOf, scanPeriod } from "./bursts";
export {
  boardOf,
  runProgram,
  startProgram,
  type ProgramRun,
  type Surroundings,
  type TimedEvent,
} from "./run";
export { writeSketch } from "./sketch";
export { sketchMemory } from "./memory";
export { storedBytes } from "./sketch/tables";
export { printProblem, writeProgram, type ProgramText } from "./write";
export { sketchText, type SketchLine } from "./sketch/text";
export { timerKind } from "./sketch/clocks";
export { brightnessStep, digitsUsed, leastStep, pauseOf, stepOf, updateWrites } from "./driver-writes";
export { updateCost, type UpdateCost, type WriteStyle } from "./update-cost";
export { timeScanned, timeToShow } from "./pace";
