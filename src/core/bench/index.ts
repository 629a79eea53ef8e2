export { FaultSearch, type Diagnosis, type Seen } from "./diagnose";
export type { Pattern } from "./patterns";
