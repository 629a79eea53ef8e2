export { besideDigits, besideShow, freeLamps, heldPips, tiedToShow } from "./held";
export { headerOf, type HeaderPin } from "./headers";
export { wireColour } from "./wire-colours";
export { outsideModel } from "./outside";
export {
  between,
  distinctDrivers,
  isPulledUp,
  handsLevelsOn,
  handsOn,
  hasPower,
  dividedShare,
  pulledUpTo,
  railVolts,
  reachFrom,
  standsAt,
  type Driver,
} from "./reach";
export { bitPlace, nthOf } from "./chain";
export { behind, type Condition } from "./conditions";
export type { Address } from "./addresses";
export {
  decodeBytes,
  digitLines,
  directLines,
  encodePips,
  litBy,
  pipsOf,
  placesOf,
  stateFor,
  type DriveState,
} from "./state";
export {
  cellBytes,
  cellPips,
  cellState,
  isMultiplexed,
  writesToChips,
  modelOf,
  placeOfDigit,
  positionOf,
  type RigModel,
} from "./model";
export {
  WIRE_GROUPS,
  digitPathOf,
  ledResistors,
  pathOf,
  pipsAt,
  pipsOn,
  wireGroup,
  type WireGroup,
} from "./paths";
export { sentBits, type SentBit } from "./bits";
export { byteIn, digitBytes, withByte } from "./digit-bytes";
export { alongChain, busAddress, busLines, scanningChip } from "./buses";
export { chipOn } from "./chip-on";
export { displayLines, usedLines } from "./used-lines";
export { linesOfUses } from "./lines-of-uses";
export { withLedResistors } from "./led-ohms";
export { pipTitle, scannedTitle, scannedWord } from "./titles";
export {
  besideGrid,
  gridOf,
  moduleBoxes,
  pictureOf,
  pipsOfPicture,
  placesOfModules,
  type DotGrid,
  type ModuleBox,
} from "./grid";
export { brightnessSteps } from "./brightness";
