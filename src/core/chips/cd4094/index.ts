import { register } from "../register";
import { cd4094Facts } from "./facts";

/** A register with a strobe in place of a latch edge. */
export const cd4094 = register(cd4094Facts);
