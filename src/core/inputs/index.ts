export { InputCircuit, drainOf } from "./circuit";
export { echoTime, isEcho, gripOf, handEnds, inputUnits, ohmsAt, restOf, type InputUnit } from "./hands";
export { chipKeys, keyScanOf, type ChipKeyLine } from "./chip-keys";
export {
  clockLines,
  contactLine,
  converterLine,
  echoLines,
  encoderLines,
  keypadLines,
  type ClockLines,
  type ContactLine,
  type ConverterLine,
  type EchoLines,
  type EncoderLines,
  type KeypadLines,
} from "./lines";
export { BAUD, isMove, rawMoves, type Move, type PartMove } from "./tape";
export type { LineEdge } from "./edges";
export { World, type Left } from "./world";
export { keyChips, wireKey } from "./wire-key";
export { wireUp, type WiredUp } from "./wire-up";
