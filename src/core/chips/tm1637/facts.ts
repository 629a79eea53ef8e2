import { TWO_WIRE } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { tm16Memory } from "../tm16/memory";
import type { BusChipFacts } from "../types";
import { DRIVER_TM1637 as sheet } from "./sheet";

export const tm1637Facts = {
  sheet,
  transport: TWO_WIRE,
  memory: tm16Memory(sheet.digitLegs.length, false),
  way: {
    title: "TM1637, six digits",
    costs: "Two lines, and reads sixteen keys. Has a slow bus of its own.",
  },
} satisfies BusChipFacts<DriverChipPart>;
