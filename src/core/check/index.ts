import type { RigModel } from "../address";
import type { NamingSchool } from "../parts";
import { checkCurrent } from "./current";
import { bySeverity, type Finding } from "./finding";
import { checkDrivers } from "./drivers";
import { checkLines } from "./lines";
import { checkScan } from "./scan";
import { checkShow } from "./show";
import { checkSign } from "./sign";
import { checkWiring } from "./wiring";

export { STATIONS, type Finding, type Severity, type StationName } from "./finding";

/** Everything there is to say against a rig, worst first. */
export function checkModel(model: RigModel, school: NamingSchool = "letters"): Finding[] {
  return [
    ...checkWiring(model, school),
    ...checkLines(model),
    ...checkDrivers(model),
    ...checkCurrent(model, school),
    ...checkScan(model),
    ...checkShow(model),
    ...checkSign(model),
  ].sort(bySeverity);
}
