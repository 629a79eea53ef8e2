export { DIM_STEPS, dimTo } from "./dim";
export { STEADY, perceived } from "./brightness";
export { CORNER_OF_EYE, FUSION, TRAILS, flickerOf, type Flicker } from "./flicker";
export { cameraView, rowsOf, type CameraView, type Shutter, type Span } from "./camera";
export { correctedConstant, countedTick, type Corrected, type Counted } from "./counted";
export { allLit, timelineOf, type Timeline } from "./timeline";
export {
  fullTimeline,
  ghostsOf,
  peakFor,
  pulseLimit,
  scanFigures,
  type DigitTurn,
  type Ghost,
  type ScanFigures,
} from "./figures";
export { chipScans, chipTurn, lightDuty, type ChipScan } from "./chips";
