export {
  solveNetwork,
  type DriveBranch,
  type LedBranch,
  type Network,
  type ResistorBranch,
  type Solution,
} from "./solve";
export { circuitOf, resistanceOf, supplyOf, type RigCircuit } from "./rig-circuit";
export { currentFigures, outputLevels, pointAt, pointWith, type CurrentFigures } from "./figures";
