import { FRAMES } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import type { BusChipFacts } from "../types";
import { DRIVER_MAX7219 as sheet } from "./sheet";

export const max7219Facts = {
  sheet,
  transport: FRAMES,
  memory: { first: 1, end: 9, cell: (digit, segment) => ({ address: digit + 1, bit: segment }) },
  selectTitle: "Load line",
  way: {
    title: "MAX7219, eight digits a chip",
    costs: "Three lines, one resistor for all currents, up to 64 digits in a chain. Needs 5 V logic levels.",
  },
} satisfies BusChipFacts<DriverChipPart>;
