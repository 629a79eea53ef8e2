export type {
  Burst,
  ChipWrite,
  LineEvent,
  Program,
  ProgramEvent,
  ProgramFrame,
  SlotState,
  Statement,
} from "./types";
export { buildProgram, driveState, holdingFrame, onTime, schoolOf, type FaceToShow } from "./build";
export { burstOf, runProgram, turnPeriod, type TimedEvent } from "./run";
export { writeSketch } from "./sketch";
export { sketchMemory, type SketchMemory } from "./memory";
export { storedBytes } from "./sketch-tables";
export { writeLogic } from "./verilog";
export { printProblem, writeProgram, type ProgramText } from "./write";
export { sketchText, type SketchLine } from "./sketch-text";
export { timerKind, type TimerKind } from "./sketch-timer";
export { brightnessStep, busPace, digitsUsed, pauseOf, setUpWrites, updateWrites } from "./driver-writes";
export { updateCost, type UpdateCost, type WriteSchool } from "./update-cost";
export { timeScanned, timeToShow } from "./pace";
