import type { RigModel } from "../address";
import type { Microseconds } from "../quantity";

/** How long each slot of the scan is lit, as the rig asks for it: the last on-time said holds for all behind it. */
export const slotLit = ({ rig: { scan }, slots }: RigModel): Microseconds[] =>
  slots.map((_, slot) => scan.on[Math.min(slot, scan.on.length - 1)]!);

/** From slot to slot, as the rig asks for it: lit, then dark. */
export const slotTimes = (model: RigModel): Microseconds[] =>
  slotLit(model).map((time) => time + model.rig.scan.blank);
