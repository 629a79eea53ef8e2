export { isPowered } from "./board-wires";
export { Simulation } from "./simulation";
export { faceShape, pipBeside, type BesideShape, type FaceShape, type ReadFace } from "./face-shape";
export { readView } from "./read-view";
export { VISIBLE, type Face, type FaceView } from "./face";
export {
  frameRows,
  frameRowsChanged,
  glyphRows,
  glyphTable,
  holdingProgram,
  showBytes,
  showState,
  stateOfBytes,
  traceSend,
  type FrameRow,
  type GlyphRow,
  type SendStep,
  type SendTrace,
  type StepUse,
} from "./send";
export { heldStill, linesStill, type Reading, type Still } from "./meter";
export { contactView, type ContactView } from "./contact-view";
export { linesShown, recordFace, type FaceStretch } from "./record";
export { litDigits, readCurrents } from "./read-currents";
export { faceIn, readShown, shownPicture } from "./scan-light";
export { shownOn, shownOnAll, type Shown } from "./shown";
export {
  stagesAfter,
  tapeLines,
  tapeOf,
  traceWrites,
  type BusTrace,
  type ChipMemory,
  type Phased,
  type TapeEntry,
  type TapeLine,
} from "./bus-trace";
export { Board } from "./board";
export { readSign } from "./read-sign";
export { playTape, watchTape, type LiveStretch, type Played } from "./play-tape";
export { LOOKED_BACK } from "./live-now";
export { PoweredRig, cutsOn, isHandOrCut, type Cut, type HandOrCut } from "./powered";
export { programEvents } from "./program-events";
export { LitBoard } from "./lit-board";
export { SeenFaces, type SeenFace } from "./seen-faces";
