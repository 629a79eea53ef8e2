export { BenchStation } from "./bench";

/** The finder of pinouts, for a page without a rig of one's own. */
export const loadPinOut = async () => (await import("./pins/pin-out")).PinOut;
