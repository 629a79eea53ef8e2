import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SINK_REGISTER_TLC5916 as sheet } from "./sheet";

export const tlc5916Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
  ways: {
    each: {
      title: "A TLC5916 for each digit",
      costs:
        "one resistor sets every segment of a digit, whatever the supply; common anode, what is over becomes heat",
    },
    scanned: {
      title: "TLC5916 and a register, digits by transistors",
      costs: "three lines, one resistor for all segments, 1 as bright as 8; common anode",
    },
  },
};
