import { STROBED } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { tm16Memory } from "../tm16/memory";
import type { BusChipFacts } from "../types";
import { DRIVER_TM1638 as sheet } from "./sheet";

export const tm1638Facts = {
  sheet,
  transport: STROBED,
  memory: tm16Memory(sheet.digitLegs.length, true),
  selectTitle: "Strobe line",
  way: {
    title: "TM1638, eight digits and lamps",
    costs: "Three lines, reads 24 keys, ten segments per digit. Needs 5 V.",
  },
} satisfies BusChipFacts<DriverChipPart>;
