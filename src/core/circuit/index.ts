export { solveNetwork } from "./solve";
export type { BipolarBranch, LedBranch, Network, Solution } from "./network";
export { circuitOf, setSink, stageOf, supplyNetOf, supplyOf, type RigCircuit } from "./rig-circuit";
export { highVolts, inputLevels, takenAs, type Taken } from "./input-levels";
export { NEAR_LIMIT } from "./near-limit";
export { currentFigures, type CurrentFigures, litTogether, pipsIn, pointAt, pointWith } from "./figures";
export { pictureCurrents, scannedChips, slotCurrents, type ScannedChip, type ScannedLed } from "./scanned";
export { slowestEdge } from "./edge-times";
export { resistorFor } from "./one-resistor";
