export { TM16, Tm16Registers } from "./registers";
export { tm16Family } from "./family";
