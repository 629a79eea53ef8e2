import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import { drawingTime } from "./drawing";
import { burstOf, turnPeriod } from "./run";
import type { Drawing, Program, ProgramFrame } from "./types";

type Cost = ControllerPart["cost"];

/** How long drawing a face and sending it takes on a display whose chips scan by themselves, in ns. */
export function timeToShow(program: Program, cost: Cost, drawing: Drawing | undefined): Nanoseconds {
  const sending = burstOf(program, program.dark.states[0]!, "send", cost).duration;
  return sending + cost.statement + (drawing ? drawingTime(drawing, cost) : 0);
}

/**
 * How long a face of a show really stands, in ns: as long as was asked where a timer keeps time or the loop has time
 * left, as long as drawing and sending take where that is longer, and whole turns where the loop scans.
 * @param asked ms
 */
export function timeShown(
  program: Program,
  cost: Cost,
  { drawing, turns }: Pick<ProgramFrame, "drawing" | "turns">,
  asked: number,
): Nanoseconds {
  const wanted = asked * 1e6;
  if (program.tick.length > 0) return wanted;
  if (program.on.length > 1) return turns === undefined ? wanted : turns * turnPeriod(program, cost);
  return Math.max(wanted, timeToShow(program, cost, drawing?.()));
}
