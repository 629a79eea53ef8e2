/** What something that is said about a rig is about; which screen shows that is no matter of the core. */
export const TOPICS = [
  "plan",
  "wiring",
  "current",
  "shapes",
  "scan",
  "transfers",
  "frames",
  "show",
  "program",
  "bench",
] as const;
export type Topic = (typeof TOPICS)[number];
