import { register } from "../register";
import { SHIFT_REGISTER_CD4094 } from "./sheet";

/** A register with a strobe in place of a latch edge. */
export const cd4094 = register(SHIFT_REGISTER_CD4094, {
  each: {
    title: "A CD4094 for each digit",
    costs: "as the 74HC595, and up to 15 V; its outputs are weak, about 1 mA a segment, so it stays dim",
  },
});
