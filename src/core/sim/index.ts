export { isPowered } from "./board-wires";
export { Simulation } from "./simulation";
export { faceShape, pipBeside, readView, type FaceShape, type ReadFace } from "./face-shape";
export { VISIBLE, type Face, type FaceView } from "./face";
export {
  frameRows,
  glyphRows,
  glyphTable,
  holdingProgram,
  segmentsAt,
  showState,
  stateOfBytes,
  traceSend,
  type FrameRow,
  type GlyphRow,
  type SendStep,
  type SendTrace,
  type StepUse,
} from "./send";
export { linesShown, readCurrents, recordFace, type FaceStretch } from "./record";
export { faceIn, readShown, shownOnAll, shownPicture, type Shown } from "./scan-light";
export {
  stagesAfter,
  tapeLines,
  tapeOf,
  traceWrites,
  writesToChips,
  type BusTrace,
  type ChipMemory,
  type Phased,
  type TapeEntry,
  type TapeLine,
} from "./bus-trace";
export { Board } from "./board";
export { readSign } from "./read-sign";
