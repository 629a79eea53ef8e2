export { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "./level";
export { ShiftRegister595, type Input595 } from "./shift-register-595";
export { Selector } from "./selector";
export { Ring4017, type Input4017 } from "./ring-4017";
export { SegmentDecoder, type InputDecoder } from "./segment-decoder";
