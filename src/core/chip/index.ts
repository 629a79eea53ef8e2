export { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "./level";
export { ShiftRegister595, type Input595 } from "./shift-register-595";
export { Selector } from "./selector";
export { Ring4017, type Input4017 } from "./ring-4017";
export { SegmentDecoder, type InputDecoder } from "./segment-decoder";
export {
  DATA_TIMES,
  type BusNote,
  type BusPin,
  type BusRule,
  type DriverModel,
  type ScanPicture,
  type ScannedDigit,
} from "./driver";
export { CODE_B, MAX7219, Max7219Chain } from "./max7219";
export { TM16, TM16_PULSES, hex } from "./tm16";
export { Tm1637 } from "./tm1637";
export { Tm1638 } from "./tm1638";
export { HT16K33, HT16K33_BLINK, Ht16k33 } from "./ht16k33";
