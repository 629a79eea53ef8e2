import { FaultSearch, type Diagnosis, type Evidence } from "@/core/bench";
import type { LegNames } from "@/core/parts";
import { runsAlike, type Rig } from "@/core/rig";
import type { Report } from "../planner";

/**
 * Searches for faults, and keeps what it has simulated from one question to the next: the second answer about a rig comes
 * at once. Runs in a worker; also the plain object to test.
 */
export class FaultDesk {
  private of: { readonly rig: Rig; readonly legNames: LegNames; readonly search: FaultSearch } | undefined;

  diagnose(rig: Rig, legNames: LegNames, evidence: Evidence, report?: Report): Diagnosis {
    if (!this.of || this.of.legNames !== legNames || !runsAlike(this.of.rig, rig))
      this.of = { rig, legNames, search: new FaultSearch(rig, legNames) };
    return this.of.search.diagnose(evidence, report);
  }
}
