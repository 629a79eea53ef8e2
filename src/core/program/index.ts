export type { ChipWrite, LineEvent, Program, ProgramFrame, SlotState } from "./types";
export type { Statement, Width } from "./language";
export { tableEntry } from "./print/c";
export { buildProgram, holdingFrame, liveProblems } from "./build";
export { USUAL_KEEP, type LiveProblem } from "./live";
export { driveState, type FaceToShow } from "./states";
export { schoolOf } from "./scans";
export { burstOf, darkState, scanPeriod } from "./bursts";
export { runProgram, startProgram } from "./run";
export { boardOf, type ProgramRun, type TimedEvent } from "./surroundings";
export { plainProgram, writePlain, type PlainCode } from "./plain";
export { TOGGLED_MS, echoCode, handCode, handLines, pulledLines, searchCode, toggleCode } from "./bench";
export { writeSketch } from "./sketch";
export { sketchMemory } from "./memory";
export { storedBytes } from "./stored";
export { lineTable, logicCost, writeBench } from "./verilog";
export { printProblem, boardNote, writeProgram, type ProgramText } from "./write";
export { sketchText, type SketchLine } from "./sketch/text";
export { timerKind, timerNumber } from "./sketch/clocks";
export { brightnessStep, digitsUsed, leastStep, pauseOf, stepOf, updateWrites } from "./driver-writes";
export { updateCost, type UpdateCost, type WriteStyle } from "./update-cost";
export type { Spent } from "./tally";
export { timeScanned, timeToShow } from "./pace";
export { switchedBy } from "./live/outputs";
export {
  PUT_DRAWN,
  UNIT_LIGHT,
  UNIT_RUNS,
  UNIT_TEXT,
  displayUnit,
  unitProblem,
  type DisplayUnit,
} from "./unit";
