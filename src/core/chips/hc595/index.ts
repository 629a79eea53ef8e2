import { register } from "../register";
import { hc595Facts } from "./facts";

/** Eight stages and a latch: the register all others are measured by. */
export const hc595 = register(hc595Facts);
