import type { Transport } from "../transport";
import type { BusProtocol } from "../types";
import { FRAMES } from "./frames";
import { STROBED } from "./strobed";
import { I2C, TWO_WIRE, TWO_WIRE_UNANSWERED } from "./two-lines";

export { FRAMES, I2C, STROBED, TWO_WIRE, TWO_WIRE_UNANSWERED };

const TRANSPORTS: Readonly<Record<BusProtocol, Transport>> = {
  frames: FRAMES,
  strobed: STROBED,
  "two-wire": TWO_WIRE,
  "two-wire-unanswered": TWO_WIRE_UNANSWERED,
  i2c: I2C,
};

/** The transport a document calls by a name. */
export const transportOf = (protocol: BusProtocol): Transport => TRANSPORTS[protocol];
