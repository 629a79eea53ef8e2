export type { Pattern, Program, ProgramEvent, Statement } from "./types";
export { buildProgram } from "./build";
export { runProgram, type TimedEvent } from "./run";
export { sketchText, writeSketch, type SketchLine } from "./sketch";
