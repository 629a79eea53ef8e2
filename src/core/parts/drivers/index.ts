import type { DriverChipPart, DriverProtocol } from "../types";
import { DRIVER_HT16K33 } from "./ht16k33";
import { DRIVER_MAX7219 } from "./max7219";
import { DRIVER_TM1637 } from "./tm1637";
import { DRIVER_TM1638 } from "./tm1638";

export { setCurrentFor, setResistorFor } from "./set-current";

export const DRIVER_CHIPS: readonly DriverChipPart[] = [
  DRIVER_MAX7219,
  DRIVER_TM1637,
  DRIVER_TM1638,
  DRIVER_HT16K33,
];

/** Whether the lines of a bus are only pulled down and let go, so that something has to pull them up. */
export const isOpenDrain = (protocol: DriverProtocol): boolean =>
  protocol === "two-wire" || protocol === "i2c";

/** A bit of a driver chip's display memory. */
export interface MemoryCell {
  readonly address: number;
  readonly bit: number;
}

/** Where a chip keeps one segment of one digit, both from 0. Addresses are those of its display memory. */
export function memoryCell({ protocol }: DriverChipPart, digit: number, segment: number): MemoryCell {
  switch (protocol) {
    case "frames":
      return { address: digit + 1, bit: segment };
    case "two-wire":
      return { address: digit, bit: segment };
    case "strobed":
    case "i2c":
      return { address: digit * 2 + (segment >> 3), bit: segment & 7 };
  }
}

/** First address of a chip's display memory, and the one behind its last. */
export const memorySize = ({ protocol, digitLegs }: DriverChipPart): readonly [number, number] =>
  protocol === "frames"
    ? [1, 9]
    : protocol === "two-wire"
      ? [0, digitLegs.length]
      : [0, digitLegs.length * 2];
