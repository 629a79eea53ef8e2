import { modelOf } from "@/core/address";
import { auditRig, type Audit } from "@/core/audit";
import type { Rig } from "@/core/rig";
import { untangle, type BoardSize, type Untangled, type Wish } from "@/core/seat";
import {
  captureWindow,
  compareCapture,
  decodeCapture,
  surveyCapture,
  type Decoded,
  type Difference,
  type LineWindow,
  type Mapping,
  type SurveyResult,
} from "@/core/trace";
import { compareWays, recommendWay, type Recommendation, type WayFigures } from "@/core/ways";

/** A capture as it was decoded, and what it does otherwise than the rig's own program. */
export interface ReadCapture {
  readonly decoded: Decoded;
  readonly differences: readonly Difference[];
}

export type Report = (share: number) => void;

export interface Comparison {
  readonly figures: readonly WayFigures[];
  readonly recommended: Recommendation | undefined;
}

/** Long work on a rig, one job at a time. Runs in a worker; also the plain object to test. */
export class Planner {
  compare(rig: Rig, report?: Report): Comparison {
    const figures = compareWays(rig, report);
    return { figures, recommended: recommendWay(figures) };
  }

  untangle(rig: Rig, size: BoardSize, wish: Wish, report?: Report): Untangled | undefined {
    return untangle(rig, size, wish, report);
  }

  audit(rig: Rig): Audit {
    return auditRig(modelOf(rig));
  }

  survey(file: Blob, report?: Report): Promise<SurveyResult> {
    return surveyCapture(file, { report });
  }

  async decode(rig: Rig, file: Blob, mapping: Mapping, report?: Report): Promise<ReadCapture> {
    const decoded = await decodeCapture(rig, file, mapping, { report });
    return { decoded, differences: compareCapture(rig, decoded) };
  }

  window(file: Blob, mapping: Mapping, from: number, to: number): Promise<readonly LineWindow[]> {
    return captureWindow(file, mapping, from, to);
  }
}
