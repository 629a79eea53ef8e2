import type { PinsNotes } from "@/core/rig";
import { editBench } from "@/store";

/** A display nobody has said anything of yet. */
export const USUAL_PINS: PinsNotes = { kind: "digits", digits: 1, legs: 10, readings: [] };

/** Changes what is noted of the display whose legs are being found. */
export const editPins = (change: (pins: PinsNotes) => PinsNotes): void =>
  editBench(({ pins = USUAL_PINS, ...bench }) => ({ ...bench, pins: change(pins) }));
