export {
  between,
  distinctDrivers,
  driversByNet,
  isPulledUp,
  handsOn,
  railVolts,
  reachFrom,
  type Driver,
  type Reach,
} from "./reach";
export { bitPlace, turnOf, type BitPlace, type Chain } from "./chain";
export { behind, needsOf, type Condition, type Wired } from "./conditions";
export type { Address, Verdict } from "./addresses";
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
  type PipPath,
  type WireGroup,
} from "./paths";
export { sentBits, type SentBit } from "./bits";
export { byteIn, digitBytes, withByte, type DigitByte } from "./digit-bytes";
export { alongChain, busAddress, busLines, busesOf, chipOn } from "./buses";
export { pipTitle, turnTitle, turnWord } from "./titles";
export {
  gridOf,
  moduleBoxes,
  pictureOf,
  pipsOfPicture,
  placesOfModules,
  type DotGrid,
  type ModuleBox,
} from "./grid";
