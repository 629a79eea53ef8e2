import { remembered } from "../remember";
import { outsideOf } from "../rig";
import type { RigModel } from "./model";

/** A rig's model with only those units and wires that one places: what is inside modules is left out of its lists. */
export const outsideModel = remembered((model: RigModel): RigModel => {
  const rig = outsideOf(model.rig);
  return rig === model.rig ? model : { ...model, rig };
});
