export {
  solveNetwork,
  type DriveBranch,
  type LedBranch,
  type Network,
  type ResistorBranch,
  type Solution,
} from "./solve";
export { circuitOf, inputHigh, resistanceOf, supplyOf, type RigCircuit } from "./rig-circuit";
export { NEAR_LIMIT, currentFigures, pointAt, pointWith, type CurrentFigures } from "./figures";
