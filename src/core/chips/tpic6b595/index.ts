import { register } from "../register";
import { POWER_REGISTER_TPIC6B595 } from "./sheet";

/** The same with eight open drains. */
export const tpic6b595 = register(POWER_REGISTER_TPIC6B595);
