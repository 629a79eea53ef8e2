import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { SHIFT_REGISTER_74HC595 as sheet } from "./sheet";

export const hc595Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
};
