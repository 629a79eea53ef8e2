export { bringUpSteps } from "./steps";
export { rigOfStep, runOfStep, sketchOfHold, sketchOfPattern, sketchOfStep, type StepSketch } from "./sketch";
export type { BringUpStep, Expected, StepDoes } from "./step";
