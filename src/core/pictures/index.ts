export {
  GifWriter,
  PICTURE_LIMITS,
  readPictures,
  toDots,
  writePbm,
  writePng,
  type Colour,
  type GreyPicture,
  type ReadPictures,
  type Reduce,
} from "./formats";
export { exportFrames, type FramesAsked, type FramesFile, type FramesResult } from "./export";
