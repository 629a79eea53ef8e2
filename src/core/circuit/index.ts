export {
  solveNetwork,
  type DriveBranch,
  type LedBranch,
  type Network,
  type ResistorBranch,
  type Solution,
} from "./solve";
export { circuitOf, supplyOf, type RigCircuit } from "./rig-circuit";
export { currentFigures, nextE12, outputLevels, pointWith, type CurrentFigures } from "./figures";
