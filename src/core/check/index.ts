import type { RigModel } from "../address";
import type { LegNames } from "../parts";
import { auditRig, type Audit } from "../audit";
import { checkCurrent } from "./current";
import { bySeverity, type Finding } from "./finding";
import { checkDrivers } from "./drivers";
import { checkEdges } from "./edges";
import { checkFaces } from "./faces";
import { checkLight } from "./light";
import { checkLive } from "./live";
import { checkLimits } from "./limits";
import { checkLines } from "./lines";
import { foldFights, oneForEachCause } from "./merge";
import { checkMemory } from "./memory";
import { checkScan } from "./scan";
import { checkShow } from "./show";
import { checkSign } from "./sign";
import { checkWiring } from "./wiring";

export type { Finding, Severity } from "./finding";
export { checkLimits } from "./limits";
export { standingOf, type Standing } from "./standing";

/** What can be said of a rig's wires without running it, worst first. */
export const checkAtOnce = (model: RigModel, legNames: LegNames = "letters"): Finding[] =>
  wiringFindings(model, legNames).sort(bySeverity);

const wiringFindings = (model: RigModel, legNames: LegNames): Finding[] =>
  oneForEachCause(model, [
    ...checkWiring(model, legNames),
    ...checkLines(model),
    ...checkDrivers(model),
    ...checkEdges(model),
    ...checkCurrent(model),
  ]);

/**
 * Everything there is to say against a rig, worst first: its wires, its limits, its faces, its scan.
 * @param audit everything that can be overloaded, at its worst
 */
export function checkModel(
  model: RigModel,
  legNames: LegNames = "letters",
  audit: Audit = auditRig(model),
): Finding[] {
  const wiring = wiringFindings(model, legNames);
  return [
    ...foldFights(wiring, checkLimits(model, audit)),
    ...checkFaces(model, wiring),
    ...checkLight(model),
    ...checkMemory(model),
    ...checkLive(model),
    ...checkScan(model, wiring),
    ...checkShow(model),
    ...checkSign(model),
  ].sort(bySeverity);
}
