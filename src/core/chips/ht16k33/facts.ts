import { I2C } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import type { BusChipFacts } from "../types";
import { DRIVER_HT16K33 as sheet } from "./sheet";

export const ht16k33Facts = {
  sheet,
  transport: I2C,
  memory: {
    first: 0,
    end: 16,
    cell: (digit, segment) => ({ address: digit * 2 + (segment >> 3), bit: segment & 7 }),
  },
  way: {
    title: "HT16K33 on I²C",
    costs: "Two lines, shared with other chips, and can blink by itself. Scans about 105 times a second.",
  },
} satisfies BusChipFacts<DriverChipPart>;
