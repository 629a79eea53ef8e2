export { WritesStation } from "./writes";

/** What Writes shows that needs no rig of one's own. */
export const loadTryChip = async () => (await import("./try-chip")).TryChip;
export const loadCapture = async () => (await import("./capture")).Capture;
