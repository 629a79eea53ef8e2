export { bringUpSteps } from "./steps";
export { rigOfStep, runOfStep, sketchOfStep } from "./sketch";
export type { BringUpStep, Expected, StepDoes } from "./step";
