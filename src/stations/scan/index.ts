export { ScanStation } from "./scan";
