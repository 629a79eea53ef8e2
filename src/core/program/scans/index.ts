import { isMultiplexed, type RigModel } from "../../address";
import { controllerById, type ScanSchool } from "../../rig";
import { divider, timer } from "./clocked";
import { loop } from "./loop";
import type { ScanStrategy } from "./scan";
import { still } from "./still";

export type { FaceTime, ScanStrategy } from "./scan";

const STRATEGIES: Readonly<Record<ScanSchool, ScanStrategy>> = { loop, timer, divider };

/** Who really keeps time: logic has no loop, and a board of another kind has no divider. */
export function schoolOf(model: RigModel): ScanSchool {
  const { flavour } = controllerById(model.rig.plan.controller);
  const wanted = model.rig.scan.school;
  if (flavour === "logic") return "divider";
  return wanted === "divider" ? "loop" : wanted;
}

/** How the rig's slots are kept going. */
export const strategyOf = (model: RigModel): ScanStrategy =>
  isMultiplexed(model) ? STRATEGIES[schoolOf(model)] : still;
