import type { RigModel } from "../../address";
import type { Nanoseconds } from "../../quantity";
import { LitBoard, SeenFaces, litDigits, type SeenFace } from "../../sim";
import type { LevelEdge, LitDigits } from "../../trace";
import { wasSeen } from "../stretches";

/** Line of the rig for each line of the code; one that is not named stays itself, one named "" goes nowhere. */
export type LineMap = ReadonlyMap<string, string>;

/** The faces edges light on a rig, those that light something, one for each time it stood. */
export function facesOf(
  model: RigModel,
  edges: readonly LevelEdge[],
  lines: LineMap = new Map(),
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
  lit.passTo(last + 1);
  faces.finish(lit, lit.time);
  return seen.flatMap((face) => {
    if (!wasSeen(face, faces.turnTime) || face.unknown.includes(1)) return [];
    const currents = new Map(model.addresses.map(({ pip }, at) => [pip, face.currents[at]!] as const));
    const digits = litDigits(model, currents).map(({ segments }) => segments);
    return digits.some((one) => one.length > 0) ? [digits] : [];
  });
}
