export { RigSheet } from "./rig-sheet";
