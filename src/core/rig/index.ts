export * from "./document";
export {
  BENCH_LIMITS,
  EMPTY_BENCH,
  LOGGED,
  type BenchNotes,
  type LogEntry,
  type Logged,
  type PinsNotes,
  type Search,
  type StepDone,
} from "./bench";
export { FIRMWARE_KEPT, type KeptFirmware } from "./firmware";
export { BLINKS, LIMITS } from "./limits";
export { RIG_JSON_SCHEMA } from "./json-schema";
export { checkRig, checkTapeItems, readRig, type ReadRig } from "./read";
export { writeRig } from "./write";
export { netsOf, type Nets } from "./nets";
export {
  DEFAULT_PLAN,
  DIGIT_COUNTS,
  STRAIGHT_DIGITS,
  STRAIGHT_OUTPUTS,
  controllerById,
  controllerUnit,
  digitCount,
  ledValues,
  matrixSize,
  moduleCount,
  registerPart,
  showsDots,
  reactsNot,
  reactingOf,
} from "./plan-facts";
export { CHIP_PLANS } from "./plan-of-chip";
export { withDisplay } from "./plan-display";
export { digitOrder, drivesLast } from "./digit-order";
export { driverChipOf, isStatic, lineUses, planProblem, withController, withLines } from "./plan";
export { resetResistors, schemeOf, schemeValues, setResistors, withSetOhms } from "./schemes";
export { USUAL_SHOW, assignLine, joins, movedWires, newRig, plannedWires, relay } from "./lay";
export { levelPartWords, levelPartsProblem } from "./level-parts";
export { oneByOne } from "./texts";
export { USUAL_LAYOUT, dotModules, laidOut, type DotModule, type LayoutChoice } from "./sign";
export { fontById, fontsOf, textDotsProblem } from "./sign-fonts";
export { SUPPLIES, SUPPLY_KINDS, suppliedVolts, type Supply, type SupplyKind } from "./supplies";
export { partOf } from "./part-of";
export { insideWires, outsideOf } from "./outside";
export * from "./modules";
export {
  addWire,
  changeUnits,
  moveWireEnd,
  leaveOut,
  noteDead,
  placeUnits,
  noteUnit,
  noteWire,
  paintWires,
  placeWires,
  removeWire,
  litUnit,
  nameLines,
  socketUnit,
  swapWires,
  type Edited,
  type WireEnd,
} from "./edit";
export {
  addBeside,
  bareBeside,
  besideLost,
  besideProblem,
  besideRound,
  besideTitle,
  besideUnits,
  leastCommon,
  ownUnits,
  removeBeside,
  turnBeside,
} from "./beside";
export {
  ADDABLE_PARTS,
  PART_GROUPS,
  USUAL_VALUES,
  addUnit,
  linesOfAdded,
  removeUnit,
  replaceUnit,
  replacements,
  wiresAt,
  type PartValues,
} from "./parts-by-hand";
export { RIG_PARTS, runsAlike } from "./runs-alike";
export { legTitle, partTitle, partsList, rigSummary, unitValue } from "./names";
export { usualLevel, usualOhms, usualScan } from "./usual";
export {
  DEBOUNCE_WAYS,
  LIVE_LIMITS,
  type Action,
  type Condition,
  type Control,
  type DebounceWay,
  type Live,
  type LiveEvent,
  type LiveFace,
  type LiveValue,
  type Tape,
  type TapeItem,
} from "./live";
