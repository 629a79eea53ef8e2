import type { RigModel } from "../../address";
import type { Nanoseconds } from "../../quantity";
import { LitBoard, SeenFaces, litDigits, type SeenFace } from "../../sim";
import type { LevelEdge, LitDigits } from "../../trace";
import { wasSeen } from "../stretches";

/** Line of the rig for each line of the code; one that is not named stays itself, one named "" goes nowhere. */
export type LineMap = ReadonlyMap<string, string>;

/** How long what was put out last is looked at. */
const LOOKS_ON: Nanoseconds = 50e6;

/**
 * The faces edges light on a rig, those that light something, one for each time it stood.
 * @param until how long is looked at the least; a little beyond the last edge otherwise
 */
export function facesOf(
  model: RigModel,
  edges: readonly LevelEdge[],
  lines: LineMap = new Map(),
  until: Nanoseconds = 0,
): LitDigits[] {
  const seen: SeenFace[] = [];
  const faces = new SeenFaces(model.addresses.length, (face) => seen.push(face));
  const lit = new LitBoard(model, (board, currents, at) => faces.follow(board, currents, at));
  let last: Nanoseconds = 0;
  for (const { at, line, level } of edges) {
    const goes = lines.get(line) ?? line;
    last = at;
    if (goes !== "") lit.drive(goes, level, at);
  }
  lit.passTo(Math.max(until, last + LOOKS_ON));
  faces.finish(lit, lit.time);
  return seen.flatMap((face) => {
    if (!wasSeen(face, faces.turnTime) || face.unknown.includes(1)) return [];
    const currents = new Map(model.addresses.map(({ pip }, at) => [pip, face.currents[at]!] as const));
    const digits = litDigits(model, currents).map(({ segments }) => segments);
    return digits.some((one) => one.length > 0) ? [digits] : [];
  });
}
