export { CodeStation } from "./code";

/** The reader of byte tables, for a page without a rig of one's own. */
export const loadTableReader = async () => (await import("./table/table")).TableReader;
