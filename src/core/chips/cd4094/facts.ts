import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SHIFT_REGISTER_CD4094 as sheet } from "./sheet";

export const cd4094Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A CD4094 for each digit",
      costs: "as the 74HC595, and up to 15 V; its outputs are weak, about 1 mA a segment, so it stays dim",
    },
  },
};
