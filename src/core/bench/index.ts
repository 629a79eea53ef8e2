export { FaultSearch, type Candidate, type Diagnosis, type NextTest } from "./diagnose";
export { agrees, type Evidence, type Probed, type Seen } from "./evidence";
export type { Pattern } from "./patterns";
export type { Hold, Probe } from "./probes";
