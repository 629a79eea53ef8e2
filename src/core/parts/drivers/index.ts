import type { DriverChipPart } from "../types";
import { DRIVER_HT16K33 } from "./ht16k33";
import { DRIVER_MAX7219 } from "./max7219";
import { DRIVER_TM1637 } from "./tm1637";
import { DRIVER_TM1638 } from "./tm1638";

export const DRIVER_CHIPS: readonly DriverChipPart[] = [
  DRIVER_MAX7219,
  DRIVER_TM1637,
  DRIVER_TM1638,
  DRIVER_HT16K33,
];
