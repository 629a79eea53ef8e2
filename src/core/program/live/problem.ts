import type { UnitRef } from "../../rig";

/** What a live rig cannot do as it is wired or said. */
export interface LiveProblem {
  /** Where in what the rig does: `values`, `faces`, `controls`, `events`, and which of them. */
  readonly at: "values" | "faces" | "controls" | "events";
  readonly nth: number;
  readonly says: string;
  readonly unit?: UnitRef;
}
