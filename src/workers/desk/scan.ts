import { gridOf, isMultiplexed, modelOf, type RigModel } from "@/core/address";
import { signPace, type SignPace } from "@/core/frames";
import { timerKind, type Program } from "@/core/program";
import type { Milliseconds, Nanoseconds } from "@/core/quantity";
import { chipScans, chipScanFigures, ghostsOf, scanFigures, type Ghost, type ScanFigures } from "@/core/scan";
import { signRun } from "@/core/show";
import type { TimerSetting } from "@/core/timing";

/** How the digits of a rig take turns. */
export interface ScanSeen {
  /** Of a scan of the program's own. */
  readonly figures?: ScanFigures;
  /** Of a driver chip's. */
  readonly chipFigures?: ReturnType<typeof chipScanFigures>;
  readonly ghosts: readonly Ghost[];
  /** The timer the sketch sets, where it sets one. */
  readonly used?: TimerSetting;
}

/** The scan as an eye, a camera and the controller have it. */
export function scanSeen(model: RigModel, program: Program): ScanSeen {
  const [chip] = chipScans(model);
  const ghosts = ghostsOf(model);
  if (!isMultiplexed(model)) return chip ? { chipFigures: chipScanFigures(model, chip), ghosts } : { ghosts };
  const used = timerKind(model, program) === "interrupt" ? program.timer?.[0] : undefined;
  return { figures: scanFigures(model), ghosts, ...(used ? { used } : {}) };
}

/** How fast a sign runs, and the scan it has to keep time with. */
export interface SignSpeed extends SignPace {
  /** One turn of the program's scan, where rows take turns. */
  readonly scanPeriod?: Nanoseconds;
}

/** How long the frames of a sign's scenes stand; undefined for a rig of digits. */
export function signSpeed(reacting: RigModel): SignSpeed | undefined {
  // Its scenes are edited also while it shows something else.
  const model = reacting.rig.live ? modelOf({ ...reacting.rig, live: undefined }) : reacting;
  const pace = signPace(model);
  return pace && { ...pace, ...(isMultiplexed(model) ? { scanPeriod: scanFigures(model).period } : {}) };
}

/** A sign's run in short. */
export interface RunLength {
  readonly frames: number;
  readonly time: Milliseconds;
}

/** How long a sign's run is, in frames and ms; nothing for digits. */
export function runLength(model: RigModel): RunLength {
  const grid = gridOf(model);
  const frames = grid ? signRun(model.rig, grid.width, grid.height).frames : [];
  return { frames: frames.length, time: frames.reduce((sum, { time }) => sum + time, 0) };
}
