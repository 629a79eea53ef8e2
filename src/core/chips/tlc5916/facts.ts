import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SINK_REGISTER_TLC5916 as sheet } from "./sheet";

export const tlc5916Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A TLC5916 for each digit",
      costs:
        "One resistor sets the current of a whole digit, whatever the supply. Common anode; excess voltage becomes heat.",
    },
    scanned: {
      title: "TLC5916 and a register, digits by transistors",
      costs: "Three lines, one resistor for all segments, and a 1 is as bright as an 8. Common anode.",
    },
  },
};
