export { bringUpSteps } from "./steps";
export { rigOfStep, sketchOfHold, sketchOfPattern, sketchOfStep } from "./sketch";
export type { BringUpStep, Expected } from "./step";
