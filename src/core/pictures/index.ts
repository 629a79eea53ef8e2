export { GifWriter, writePbm, writePng } from "./write";
export { PICTURE_LIMITS, isDarkOnClear, type GreyPicture, type ReadPictures } from "./picture";
export { readPictures, tooLargePicture } from "./read";
export { toDots, type Reduce } from "./reduce";
export { exportFrames, type FramesAsked, type FramesResult } from "./export";
