import { modelOf } from "@/core/address";
import { auditRig, type Audit } from "@/core/audit";
import { checkModel, type Finding } from "@/core/check";
import { readBdf, type ReadFont } from "@/core/dots";
import { signCost, type SignCost } from "@/core/frames";
import {
  PICTURE_LIMITS,
  exportFrames,
  tooLargePicture,
  readPictures,
  type FramesAsked,
  type FramesResult,
  type ReadPictures,
} from "@/core/pictures";
import type { LegNames } from "@/core/parts";
import type { Rig, Tape } from "@/core/rig";
import { playTape, type Played } from "@/core/sim";
import { untangle, type Breadboard, type Untangled, type Wish } from "@/core/seat";
import {
  captureWindow,
  findModulePicture,
  inspectCapture,
  surveyCapture,
  type Began,
  type Inspected,
  type LineWindow,
  type Mapping,
  type ModulePicture,
  type SurveyResult,
} from "@/core/trace";
import { compareWays, recommendWay, type Recommendation, type WayFigures } from "@/core/ways";

/** Writes and faces of a capture that are handed to the page. */
const MOST_SHOWN = 4000;

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

  untangle(rig: Rig, board: Breadboard, wish: Wish, report?: Report): Untangled | undefined {
    return untangle(rig, board, wish, report);
  }

  /** Everything that can be overloaded at its worst, and everything that is found against the rig. */
  check(rig: Rig, legNames: LegNames): { audit: Audit; findings: Finding[] } {
    const model = modelOf(rig);
    const audit = auditRig(model);
    return { audit, findings: checkModel(model, legNames, audit) };
  }

  /** Runs a rig with the hands of a tape, and holds what is expected against it. */
  playTape(rig: Rig, tape: Tape, report?: Report): Played {
    return playTape(modelOf(rig), tape, 0, report);
  }

  survey(file: Blob, report?: Report): Promise<SurveyResult> {
    return surveyCapture(file, { report });
  }

  /**
   * What is handed over is cut to what a page can take in at once.
   * @param began what the board was at when the capture began; guessed unless told
   */
  async decode(rig: Rig, file: Blob, mapping: Mapping, began?: Began, report?: Report): Promise<Inspected> {
    const inspected = await inspectCapture(rig, file, mapping, { began, report });
    const { decoded } = inspected;
    const writes = decoded.writes.slice(0, MOST_SHOWN);
    const cut = decoded.count > writes.length;
    return { ...inspected, decoded: { ...decoded, writes, faces: decoded.faces.slice(0, MOST_SHOWN), cut } };
  }

  /** The frames of a rig's sign as a file. */
  frames(rig: Rig, asked: FramesAsked, report?: Report): FramesResult {
    return exportFrames(modelOf(rig), asked, report);
  }

  signCost(rig: Rig): SignCost | undefined {
    return signCost(modelOf(rig));
  }

  /** Reads a picture file, all its frames. */
  async pictures(file: Blob, report?: Report): Promise<ReadPictures> {
    // What is too large is refused by its first bytes and its size, and not read.
    const whole = file.size <= PICTURE_LIMITS.bytes;
    return whole
      ? readPictures(new Uint8Array(await file.arrayBuffer()), report)
      : { ok: false, message: tooLargePicture(file.size) };
  }

  /** Reads a font file. */
  async font(file: Blob, id: string): Promise<ReadFont> {
    return readBdf(await file.text(), id);
  }

  /** A picture of one module that tells which way round it is, from a capture. */
  modulePicture(rig: Rig, file: Blob, report?: Report): Promise<ModulePicture> {
    return findModulePicture(rig, file, { report });
  }

  window(file: Blob, mapping: Mapping, from: number, to: number): Promise<readonly LineWindow[]> {
    return captureWindow(file, mapping, from, to);
  }
}
