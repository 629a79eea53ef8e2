import { randomFrom } from "@/core/chance";
import type { Drill } from "@/core/drills";
import { FaultSearch, faultDrill, type Diagnosis, type Evidence, type Probed } from "@/core/bench";
import type { LegNames } from "@/core/parts";
import { runsAlike, type Rig } from "@/core/rig";
import type { Report } from "../planner";

/** A fault by its name, and in words. */
export interface NamedFault {
  readonly id: string;
  readonly says: string;
}

/** V: what a chip's ground leg is lifted to that hangs in the air, and what stands on a leg that nothing drives. */
const LIFTED = 1.8;
const NOTHING = 0.03;

/**
 * Searches for faults, and keeps what it has simulated from one question to the next: the second answer about a rig comes
 * at once. Runs in a worker; also the plain object to test.
 */
export class FaultDesk {
  private of: { readonly rig: Rig; readonly legNames: LegNames; readonly search: FaultSearch } | undefined;

  diagnose(rig: Rig, legNames: LegNames, evidence: Evidence, report?: Report): Diagnosis {
    return this.searchOf(rig, legNames).diagnose(evidence, report);
  }

  /** Faults that can be put into a board that stands in for the one on the table. */
  faults(rig: Rig, legNames: LegNames): NamedFault[] {
    return this.searchOf(rig, legNames)
      .faults.filter(({ id, where }) => where === "table" && id !== "right")
      .map(({ id, says }) => ({ id, says }));
  }

  /** A rig with one of them. @throws where there is none of that name */
  withFault(rig: Rig, legNames: LegNames, id: string): Rig {
    return this.searchOf(rig, legNames).withFault(id);
  }

  /** What a meter shows on a board that stands in: nothing where nothing drives the leg. */
  reads(rig: Rig, legNames: LegNames, id: string | undefined, probe: Pick<Probed, "held" | "leg">): number {
    const reading = this.searchOf(rig, legNames).readingAt(id ?? "right", probe);
    if (typeof reading === "number") return Number(reading.toFixed(2));
    return reading === "lifted" ? LIFTED : NOTHING;
  }

  /** A face with a fault, to practise on. */
  drill(rig: Rig, legNames: LegNames, seed: string): Drill | undefined {
    return faultDrill(this.searchOf(rig, legNames), randomFrom(seed));
  }

  private searchOf(rig: Rig, legNames: LegNames): FaultSearch {
    if (!this.of || this.of.legNames !== legNames || !runsAlike(this.of.rig, rig))
      this.of = { rig, legNames, search: new FaultSearch(rig, legNames) };
    return this.of.search;
  }
}
