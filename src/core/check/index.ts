import type { RigModel } from "../address";
import type { NamingSchool } from "../parts";
import { auditRig, type Audit } from "../audit";
import { checkCurrent } from "./current";
import { bySeverity, type Finding } from "./finding";
import { checkDrivers } from "./drivers";
import { checkFaces } from "./faces";
import { checkLight } from "./light";
import { checkLimits } from "./limits";
import { checkLines } from "./lines";
import { foldFights, oneForEachCause } from "./merge";
import { checkMemory } from "./memory";
import { checkScan } from "./scan";
import { checkShow } from "./show";
import { checkSign } from "./sign";
import { checkWiring } from "./wiring";

export type { Finding, Severity } from "./finding";
export { standingOf, type Standing } from "./standing";

/** What can be said of a rig's wires without running it, worst first. */
export const checkAtOnce = (model: RigModel, school: NamingSchool = "letters"): Finding[] =>
  wiringFindings(model, school).sort(bySeverity);

const wiringFindings = (model: RigModel, school: NamingSchool): Finding[] =>
  oneForEachCause(model, [
    ...checkWiring(model, school),
    ...checkLines(model),
    ...checkDrivers(model),
    ...checkCurrent(model),
  ]);

/**
 * Everything there is to say against a rig, worst first: its wires, its limits, its faces, its scan.
 * @param audit everything that can be overloaded, at its worst
 */
export function checkModel(
  model: RigModel,
  school: NamingSchool = "letters",
  audit: Audit = auditRig(model),
): Finding[] {
  const wiring = wiringFindings(model, school);
  return [
    ...foldFights(wiring, checkLimits(model, audit)),
    ...checkFaces(model, wiring),
    ...checkLight(model),
    ...checkMemory(model),
    ...checkScan(model, wiring),
    ...checkShow(model),
    ...checkSign(model),
  ].sort(bySeverity);
}
