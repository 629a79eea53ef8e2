export { TM16, TM16_PULSES, Tm16Registers } from "./registers";
export { tm16Family } from "./family";
