import { I2C } from "../../bus";
import type { ExpanderPart } from "../../sheet";
import type { BusChipFacts } from "../types";
import { EXPANDER_PCF8574 as sheet } from "./sheet";

export const pcf8574Facts = {
  sheet,
  transport: I2C,
  memory: { first: 0, end: 1, cell: (_, at) => ({ address: 0, bit: at }) },
  way: {
    title: "A PCF8574 for each digit, on I²C",
    costs:
      "Two lines for up to eight digits, shared with other chips. Common anode, eight resistors per digit.",
  },
} satisfies BusChipFacts<ExpanderPart>;
