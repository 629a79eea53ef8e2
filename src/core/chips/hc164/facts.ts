import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SHIFT_REGISTER_74HC164 as sheet } from "./sheet";

export const hc164Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A 74HC164 for each digit",
      costs:
        "Two lines, but no latch: segments flicker while bits are shifted in, so change the display rarely.",
    },
    scanned: {
      title: "Two 74HC164, digits by transistors",
      costs: "Two lines. Without a latch, bits being shifted in glow faintly in the wrong digits.",
    },
  },
};
