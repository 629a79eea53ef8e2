import { register } from "../register";
import { hc164Facts } from "./facts";

/** A register whose outputs show every bit on its way. */
export const hc164 = register(hc164Facts);
