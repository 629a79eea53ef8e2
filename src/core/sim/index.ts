export { isPowered } from "./board";
export { Simulation, type Face, type PipLight, type PipState } from "./simulation";
export {
  glyphRows,
  glyphTable,
  holdingProgram,
  segmentsFrom,
  showAll,
  showBytes,
  traceSend,
  type GlyphRow,
  type SendStep,
  type SendTrace,
  type Shown,
} from "./send";
