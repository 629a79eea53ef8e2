import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { drawingTime } from "./drawing";
import { burstOf, scanPeriod } from "./bursts";
import type { Drawing, Program } from "./types";

type Cost = ControllerPart["cost"];

/** How long drawing a face and sending it takes on a display whose chips scan by themselves, in ns. */
export function timeToShow(program: Program, cost: Cost, drawing: Drawing | undefined): Nanoseconds {
  const sending = burstOf(program, program.dark.states[0]!, "send", cost).duration;
  return sending + cost.statement + (drawing ? drawingTime(drawing, cost) : 0);
}

/**
 * How long a face stands that is scanned, in ns: as long as was asked where a timer keeps time, whole turns where the
 * loop scans.
 * @param asked ms, `turns` of the scan the loop holds it
 */
export const timeScanned = (
  program: Program,
  cost: Cost,
  scans: number | undefined,
  asked: number,
): Nanoseconds =>
  program.tick.length > 0 || scans === undefined ? asked * 1e6 : scans * scanPeriod(program, cost);
