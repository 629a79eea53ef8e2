export { solveNetwork } from "./solve";
export type { BipolarBranch, LedBranch, Network, Solution } from "./network";
export {
  circuitOf,
  inputHigh,
  setSink,
  stageOf,
  supplyNetOf,
  supplyOf,
  type RigCircuit,
} from "./rig-circuit";
export { NEAR_LIMIT, currentFigures, pipsIn, pointAt, pointWith } from "./figures";
export { pictureCurrents, scannedChips, turnCurrents, type ScannedChip, type ScannedLed } from "./scanned";
