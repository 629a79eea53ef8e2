export {
  bitmapFromHex,
  bitmapHex,
  bitmapOf,
  bitmapRows,
  blankBitmap,
  dotAt,
  drawInto,
  filled,
  inverted,
  inkOf,
  litDots,
  makeBitmap,
  mirrored,
  packColumns,
  packRows,
  sameBitmap,
  shifted,
  windowOf,
  type Bitmap,
} from "./bitmap";
export {
  ORIENTATIONS,
  orientationTitle,
  STRAIGHT,
  TURNS,
  orientedTwice,
  placeOf,
  sameOrientation,
  seenAs,
  ORIENTATION,
  turnedSize,
  undone,
  type Orientation,
} from "./orientation";
export {
  fontHeight,
  glyphCell,
  glyphFrom,
  glyphOf,
  glyphsInOrder,
  withGlyph,
  type DotFont,
  type DotGlyph,
} from "./font";
export { BUILT_IN_FONTS, builtInFont } from "./built-in";
export { BDF_LIMITS } from "./bdf-limits";
export { fittingFont, readBdf, writeBdf, type FontProblem, type FontCounts, type ReadFont } from "./bdf";
export { layLine, dotsOfText, layText, standInFor } from "./text";
export {
  ALIGNMENTS,
  MOTIONS,
  SCENE,
  SCENE_LIMITS,
  USUAL_TEXT_SCENE,
  type Motion,
  type PictureScene,
  type Scene,
  type TextScene,
} from "./scene";
export { sceneFrames, type SceneFrames, type View } from "./scenes";
export { joinedBytes, joinedRows, packRuns, unpackRuns } from "./packing";
export { readText, readingOf, type Reading } from "./read";
export { Stitcher, type Ribbon } from "./stitch";
export { coverOf } from "./cover";
export { dotsBetween, withDots } from "./stroke";
export { sayDot } from "./spoken";
