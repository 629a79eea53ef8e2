import { register } from "../register";
import { tpic6b595Facts } from "./facts";

/** The same with eight open drains. */
export const tpic6b595 = register(tpic6b595Facts);
