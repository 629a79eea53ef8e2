import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SHIFT_REGISTER_CD4094 as sheet } from "./sheet";

export const cd4094Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A CD4094 for each digit",
      costs: "Like the 74HC595, and works up to 15 V. Its outputs give about 1 mA, so the display stays dim.",
    },
  },
};
