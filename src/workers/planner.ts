import { modelOf } from "@/core/address";
import { auditRig, type Audit } from "@/core/audit";
import { checkLimits, checkModel, type Finding } from "@/core/check";
import {
  FIRMWARE_LIMITS,
  againstOwn,
  againstOwnWithHands,
  captureOf,
  chipFor,
  imageOf,
  keptFirmware,
  readFirmware,
  recordFirmware,
  tooLargeFirmware,
  whatWouldChange,
  type Change,
  type FirmwareSettings,
  type HandsDifference,
  type Recorded,
} from "@/core/firmware";
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
import type { KeptFirmware, Rig, Tape, TapeItem } from "@/core/rig";
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

/** Faces that are listed. */
const MOST_TEXTS = 200;

export type FirmwareTaken =
  { readonly ok: true; readonly kept: KeptFirmware } | { readonly ok: false; readonly message: string };

/** ms a run with hands goes on after the last of them, and takes at the most. */
const AFTER_HANDS_MS = 3000;
const LONGEST_HANDS_MS = 120_000;

/** What a compiled program shows otherwise than the rig's own, with the same hands; or why it cannot run here. */
export type HandsReport =
  | { readonly ok: false; readonly problem: string }
  | {
      readonly ok: true;
      readonly ms: number;
      readonly differences: readonly HandsDifference[];
    };

/** What came of a compiled program's run; or why it cannot run here. */
export type FirmwareReport =
  | { readonly ok: false; readonly problem: string }
  | ({
      readonly ok: true;
      readonly texts: ReadonlyArray<{
        readonly from: number;
        readonly to: number;
        readonly text: string | undefined;
      }>;
      /** Simulated time against the time it took. */
      readonly pace: number;
      readonly findings: readonly Finding[];
      readonly differences: Inspected["differences"];
      readonly change: Change | undefined;
      /** Its edges, as the capture of an analyser. */
      readonly capture: Blob;
    } & Pick<Recorded, "sent" | "outputs" | "scan" | "cost" | "held" | "ran">);

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

  /** Reads a compiled program. @param name of its file */
  async readFirmware(file: Blob, name: string): Promise<FirmwareTaken> {
    // What is too large is refused by its size, and not read.
    if (file.size > FIRMWARE_LIMITS.bytes) return { ok: false, message: tooLargeFirmware(file.size) };
    const read = readFirmware(new Uint8Array(await file.arrayBuffer()));
    return read.ok ? { ok: true, kept: keptFirmware(name, read.image) } : read;
  }

  /** Runs a compiled program from power-up and tells what came of it, and what it does otherwise than the rig's own. */
  async firmware(
    rig: Rig,
    kept: KeptFirmware,
    seconds: number,
    settings: FirmwareSettings = {},
    report?: Report,
  ): Promise<FirmwareReport> {
    const model = modelOf(rig);
    const image = imageOf(kept);
    const chip = chipFor(model, image);
    if ("problem" in chip) return { ok: false, problem: chip.problem };
    const began = performance.now();
    const run = recordFirmware(model, image, seconds * 1e9, [], { ...settings, edges: true, report });
    const took = performance.now() - began;
    return {
      ok: true,
      texts: run.stretches
        .slice(0, MOST_TEXTS)
        .map(({ from, to, known, text }) => ({ from, to, text: known ? (text ?? "") : undefined })),
      sent: run.sent,
      outputs: run.outputs.slice(0, MOST_TEXTS),
      scan: run.scan,
      cost: run.cost,
      held: run.held,
      ran: run.ran,
      pace: run.ran / 1e6 / took,
      findings: checkLimits(model, run.audit),
      differences: run.held ? [] : (await againstOwn(rig, run)).differences,
      change: run.held ? undefined : whatWouldChange(rig, run.edges),
      capture: captureOf(rig, run).file,
    };
  }

  /**
   * Runs a compiled program with what hands did since power-up, and tells what it shows otherwise than the rig's own with
   * the same hands.
   */
  withHands(
    rig: Rig,
    kept: KeptFirmware,
    hands: readonly TapeItem[],
    settings: FirmwareSettings = {},
    report?: Report,
  ): HandsReport {
    const model = modelOf(rig);
    const image = imageOf(kept);
    const chip = chipFor(model, image);
    if ("problem" in chip) return { ok: false, problem: chip.problem };
    const last = Math.max(0, ...hands.map(({ at }) => at));
    const ms = Math.min(LONGEST_HANDS_MS, last + AFTER_HANDS_MS);
    const given = hands.filter(({ at }) => at <= ms);
    const run = recordFirmware(model, image, ms * 1e6, given, { ...settings, report });
    return {
      ok: true,
      ms,
      differences: againstOwnWithHands(model, run, given),
    };
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
