import type { RigModel } from "../address";
import { scannedChips } from "../circuit";
import type { Board } from "../sim";
import { ChipFaces } from "./chip-faces";
import type { FaceFollower, ShowFace } from "./face-follower";
import { StateFaces } from "./state-faces";

/** Driver chips scan by themselves and show what was written; all else shows what its lines and latches are at. */
export const followFaces = (model: RigModel, board: Board, show: ShowFace): FaceFollower =>
  scannedChips(model).length > 0 && board.drivers.length > 0
    ? new ChipFaces(model, board, show)
    : new StateFaces(model, board, show);
