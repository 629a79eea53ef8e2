export type { ChipWrite, LineEvent, Program, ProgramFrame, SlotState } from "./types";
export type { Statement } from "./language";
export { buildProgram, holdingFrame, liveProblems } from "./build";
export { USUAL_KEEP, type LiveProblem } from "./live";
export { driveState, type FaceToShow } from "./states";
export { schoolOf } from "./scans";
export { burstOf, scanPeriod } from "./bursts";
export { runProgram, startProgram } from "./run";
export { boardOf, type ProgramRun, type TimedEvent } from "./surroundings";
export { plainProgram, writePlain, type PlainCode } from "./plain";
export {
  HAND,
  TOGGLED_MS,
  echoCode,
  edgeFrames,
  handCode,
  handFrame,
  handLines,
  type HandEdge,
  pulledLines,
  searchCode,
  toggleCode,
  type Unasked,
} from "./bench";
export { writeSketch } from "./sketch";
export { sketchMemory } from "./memory";
export { storedBytes } from "./stored";
export { logicCost } from "./verilog";
export { printProblem, writeProgram, type ProgramText } from "./write";
export { sketchText, type SketchLine } from "./sketch/text";
export { timerKind } from "./sketch/clocks";
export { brightnessStep, digitsUsed, leastStep, pauseOf, stepOf, updateWrites } from "./driver-writes";
export { updateCost, type UpdateCost, type WriteStyle } from "./update-cost";
export type { Spent } from "./tally";
export { timeScanned, timeToShow } from "./pace";
