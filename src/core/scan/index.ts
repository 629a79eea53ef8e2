export { DIM_STEPS, dimTo } from "./dim";
export { STEADY, perceived } from "./brightness";
export { CORNER_OF_EYE, flickerOf, type Flicker } from "./flicker";
export { cameraView, rowsOf, type CameraView, type Shutter, type Span } from "./camera";
export { correctedConstant, countedTick } from "./counted";
export { fullTimeline, ghostsOf, scanFigures, type Ghost, type ScanFigures } from "./figures";
export { peakFor, pulseLimit } from "./pulse";
export { chipScans, chipScanFigures, leastAverage, lightDuty, type ChipScan } from "./chips";
