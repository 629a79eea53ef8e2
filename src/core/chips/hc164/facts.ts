import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SHIFT_REGISTER_74HC164 as sheet } from "./sheet";

export const hc164Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A 74HC164 for each digit",
      costs: "two lines and no latch: segments flicker for as long as bits pass, so change it seldom",
    },
    scanned: {
      title: "Two 74HC164, digits by transistors",
      costs: "two lines; without a latch every bit on its way glows faintly in the wrong digits",
    },
  },
};
