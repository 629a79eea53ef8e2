export { GifWriter, writePbm, writePng, type Colour } from "./write";
export { PICTURE_LIMITS, isDarkOnClear, type GreyPicture, type ReadPictures } from "./picture";
export { readPictures, tooLargePicture } from "./read";
export { toDots, type Reduce } from "./reduce";
export { exportFrames, type FramesAsked, type FramesFile, type FramesResult } from "./export";
