export { RigShell } from "./rig-shell";
export { StationScreen } from "./screen";
