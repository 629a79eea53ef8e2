export { RigShell } from "./rig-shell";
export { STATION_TABS, stationPath, type StationTab } from "./station-list";
