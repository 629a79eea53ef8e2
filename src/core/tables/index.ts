export { TABLE_LIMITS, readTable, type ByteTable, type TableEntry, type TableRead } from "./entries";
export { MOST_WRITES, playWrites, type PlayedList, type PlayedWrite } from "./writes";
export { fitDigits, type DigitsFit, type WrongEntry } from "./digits";
export {
  MOST_SIDE,
  bytesOfPicture,
  guessLayouts,
  picturesAs,
  picturesIn,
  tableBytes,
  type DotLayout,
  type LayoutGuess,
} from "./dots";
export {
  againstRig,
  bytesOnRig,
  glyphsOfTable,
  planForTable,
  type ShownByte,
  type TableAgainstRig,
} from "./on-rig";
