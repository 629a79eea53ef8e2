export { HIGH, LOW, OPEN, UNKNOWN, asBit, either, type Bit, type Level } from "./level";
export { ShiftRegister595, type Input595 } from "./shift-register-595";
