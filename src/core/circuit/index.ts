export { solveNetwork } from "./solve";
export type {
  BipolarBranch,
  ChannelBranch,
  DriveBranch,
  LedBranch,
  Network,
  ResistorBranch,
  Solution,
  TransistorCurrents,
} from "./network";
export {
  circuitOf,
  inputHigh,
  isTurned,
  setSink,
  stageOf,
  supplyNetOf,
  supplyOf,
  type Corner,
  type RigCircuit,
  type SwitchUnit,
} from "./rig-circuit";
export { NEAR_LIMIT, currentFigures, pipsIn, pointAt, pointWith, type CurrentFigures } from "./figures";
export { pictureCurrents, scannedChips, turnCurrents, type ScannedChip, type ScannedLed } from "./scanned";
