import type { ShiftRegisterPart } from "../../sheet";
import type { LogicChipFacts } from "../types";
import { POWER_REGISTER_TPIC6B595 as sheet } from "./sheet";

export const tpic6b595Facts: LogicChipFacts<ShiftRegisterPart> = {
  sheet,
};
