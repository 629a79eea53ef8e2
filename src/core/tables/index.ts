export { TABLE_LIMITS, readTable, type ByteTable } from "./entries";
export { playWrites, type PlayedList } from "./writes";
export { fitDigits, type DigitsFit, type WrongEntry } from "./digits";
export { fontOfPictures } from "./font";
export {
  MOST_SIDE,
  bytesOfPicture,
  guessLayouts,
  picturesAs,
  picturesIn,
  tableBytes,
  type DotLayout,
} from "./dots";
export {
  againstRig,
  bytesOnRig,
  glyphsOfTable,
  planForTable,
  type ShownByte,
  type TableAgainstRig,
} from "./on-rig";
