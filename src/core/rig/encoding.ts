import { BUS_PROTOCOLS } from "../bus";
import { about, choice, eitherByKey, list, object, optional, text, whole, type Of } from "../document";
import { LIMITS } from "./limits";
import { PIP_ID, UNIT_REF } from "../refs";

/** A line of the controller, by the name printed beside it. */
export const LINE = text(8, 1);

const bitValue = choice(0, 1);
const bit = whole([0, 7]);
const byteAndBit = { byte: whole([0, LIMITS.bytes - 1]), bit };

/** The three lines shift registers hang on. */
export const CHAIN_USES = ["data", "clock", "latch"] as const;
export type ChainUse = (typeof CHAIN_USES)[number];

/** The lines of a chain of registers; some have no latch. */
const CHAIN_LINES = object({ data: LINE, clock: LINE, latch: optional(LINE) });
export type ChainLines = Of<typeof CHAIN_LINES>;

export const BIT_ORDER = choice("msb-first", "lsb-first");
export type BitOrder = Of<typeof BIT_ORDER>;

/** A bit the program controls: in the bytes of the chain, or a line of the controller. */
const PLACE = eitherByKey("a bit of a byte or a line", {
  byte: object(byteAndBit),
  line: object({ line: LINE }),
});
export type Place = Of<typeof PLACE>;

/** One thing that has to be so for an LED to light. */
const NEED = eitherByKey("a bit, a line, a decoder's codes, a ring's step or a bit of a chip", {
  byte: object({ ...byteAndBit, is: bitValue }),
  line: object({ line: LINE, is: bitValue }),
  /** A decoder is given one of these codes. */
  decoder: object({ decoder: UNIT_REF, codes: list(whole([0, 15]), 16) }),
  /** A ring stands at this step. */
  ring: object({ ring: UNIT_REF, step: whole([0, 9]) }),
  /** A bit of a chip's memory is 1, or as it says. */
  chip: object({ chip: UNIT_REF, address: whole([0, 15]), bit, is: optional(bitValue) }),
});
export type Need = Of<typeof NEED>;

const ENCODED_PIP = object({ pip: PIP_ID, needs: list(NEED, LIMITS.needs) });
export type EncodedPip = Of<typeof ENCODED_PIP>;

/** Driver chips the program writes to over the same lines. */
const ENCODED_BUS = object({
  protocol: choice(...BUS_PROTOCOLS),
  /** The chips: of a chain, the one nearest the controller first. */
  units: list(UNIT_REF, LIMITS.units, 1),
  data: LINE,
  clock: LINE,
  select: optional(about("LOAD or STB", LINE)),
  addresses: optional(
    about(
      "seven-bit bus addresses of the chips, where the bus has them",
      list(whole([0, 127]), LIMITS.units),
    ),
  ),
});
export type EncodedBus = Of<typeof ENCODED_BUS>;

/** How the program reaches each LED: bits of bytes, lines, codes and steps. */
export const ENCODING = object({
  /** The lines the bytes go out on; absent where there is no register. */
  chain: optional(CHAIN_LINES),
  bitOrder: BIT_ORDER,
  /** Bytes in the order they are sent, from 0; bit 7 is the most significant. */
  byteCount: whole([0, LIMITS.bytes]),
  pips: list(ENCODED_PIP, LIMITS.pips),
  decoders: list(object({ unit: UNIT_REF, inputs: list(PLACE, 4, 1) }), LIMITS.units),
  rings: list(object({ unit: UNIT_REF, clock: LINE, reset: LINE }), LIMITS.units),
  buses: optional(
    about(
      "buses with driver chips on them, of a chain the chip nearest the controller first",
      list(ENCODED_BUS, LIMITS.buses),
    ),
  ),
});
export type Encoding = Of<typeof ENCODING>;
