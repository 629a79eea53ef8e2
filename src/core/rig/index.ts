export * from "./types";
export { LIMITS } from "./limits";
export { RIG_JSON_SCHEMA } from "./json-schema";
export { RIG_VERSION } from "./migrate";
export { checkRig, readRig, type Problem, type ReadRig } from "./read";
export { fileName, writeRig } from "./write";
export { netsOf, type Net, type Nets } from "./nets";
export {
  DEFAULT_PLAN,
  STRAIGHT_OUTPUTS,
  assignLine,
  controllerById,
  layRegisterDigit,
  ledValues,
  movedWires,
  newRig,
  relay,
  schemeValues,
  withController,
  type SchemeValues,
} from "./scheme-register-digit";
export {
  addWire,
  changeUnits,
  moveWireEnd,
  placeWires,
  removeWire,
  swapWires,
  type Edited,
  type WireEnd,
} from "./edit";
export { legTitle, partsList, unitValue } from "./names";
