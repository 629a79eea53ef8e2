export { busEdges, drawEdges, bitsOf } from "./edges";
export { BUS_PROTOCOLS, type BusPace, type BusProtocol, type BusWrite, type LineGiven } from "./types";
export { parseWrite } from "./parse";
export type { Transport } from "./transport";
export { FRAMES, I2C, STROBED, TWO_WIRE, TWO_WIRE_UNANSWERED, transportOf } from "./transports";
export {
  BusWatch,
  addBit,
  edgeOf,
  hex,
  packBytes,
  unpackBytes,
  type BusNote,
  type BusPin,
  type BusRule,
  type BusTimes,
} from "./watch";
export { AddressedReceiver } from "./addressed";
export { OpenDrainReceiver } from "./open-drain";
