import { register } from "../register";
import { SHIFT_REGISTER_74HC595 } from "./sheet";

/** Eight stages and a latch: the register all others are measured by. */
export const hc595 = register(SHIFT_REGISTER_74HC595);
