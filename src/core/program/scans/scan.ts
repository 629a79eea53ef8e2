import type { RigModel } from "../../address";
import type { Microseconds, Milliseconds } from "../../quantity";
import type { ScanSchool } from "../../rig";
import type { Statement } from "../language";
import type { Program } from "../types";

/** How long each face is shown: all alike in ms and in turns of the scan, or each its own time. */
export type FaceTime = { readonly ms: Milliseconds; readonly scans: number } | "frame";

/** How long a face stands in ms, or that it is told of with each frame. */
export const msOf = (time: FaceTime): Milliseconds | "frame" => (time === "frame" ? time : time.ms);

/** Who keeps the slots going while faces are shown. */
export interface ScanStrategy {
  readonly school: ScanSchool;
  /** What the hardware makes of the slots' times; nothing where the loop keeps them. @param wanted µs of each slot */
  timing(model: RigModel, wanted: readonly Microseconds[]): Pick<Program, "periods" | "timer">;
  /** What runs at the end of every slot by itself, once it is started. @param slot the routine that goes on to a slot */
  tick(slot: readonly Statement[]): readonly Statement[];
  /** Shows the face at hand for its time. */
  showing(slot: readonly Statement[], time: FaceTime): readonly Statement[];
  /** Takes a face that stays. */
  take(frame: "first" | "last" | "blank"): readonly Statement[];
  /** Keeps the face that stays lit, over and over. */
  keeping(slot: readonly Statement[]): readonly Statement[];
  /** Ends the set-up. @param goesOn whether faces follow each other */
  start(goesOn: boolean): readonly Statement[];
  /** What is left of the last face when the show is over. */
  stays(end: "last" | "blank"): readonly Statement[];
}
