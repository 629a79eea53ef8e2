import type { AuditRow } from "../audit";
import { NEAR_LIMIT } from "../circuit";

/** How a row of the audit stands to its limits. */
export type Standing =
  /** Over what must never be passed. */
  | "over"
  /** Over what the mean may be. */
  | "average-over"
  /** Over what must never be passed, in a state the program itself never puts out. */
  | "astray-over"
  /** Near what must never be passed. */
  | "near"
  /** Over good practice. */
  | "above-kept"
  | "within";

/** Where a value stands: of several limits the worst that is passed. */
export function standingOf({
  worst,
  astray,
  keep,
  maximum,
  average = 0,
  averageMaximum,
}: AuditRow): Standing {
  if (maximum !== undefined && worst.value > maximum) return "over";
  if (averageMaximum !== undefined && average > averageMaximum) return "average-over";
  if (maximum !== undefined && astray !== undefined && astray.value > maximum) return "astray-over";
  if (keep !== undefined && worst.value > keep) return "above-kept";
  if (maximum !== undefined && worst.value > maximum * NEAR_LIMIT) return "near";
  return "within";
}
