export { bringUpSteps } from "./steps";
export { rigOfStep, runOfStep, sketchOfHold, sketchOfPattern, sketchOfStep, type StepSketch } from "./sketch";
export { rangeWords } from "./step";
export type { BringUpStep, Expected, StepDoes } from "./step";
