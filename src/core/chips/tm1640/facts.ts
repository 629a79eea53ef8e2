import { TWO_WIRE_UNANSWERED } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { tm16Memory } from "../tm16/memory";
import type { BusChipFacts } from "../types";
import { DRIVER_TM1640 as sheet } from "./sheet";

export const tm1640Facts = {
  sheet,
  transport: TWO_WIRE_UNANSWERED,
  memory: tm16Memory(sheet.digitLegs.length, false),
  way: {
    title: "TM1640, sixteen digits",
    costs:
      "Two lines for sixteen digits, or two modules on one chip. It never answers, so a loose wire goes unnoticed.",
  },
} satisfies BusChipFacts<DriverChipPart>;
