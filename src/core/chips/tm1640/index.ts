import { TWO_WIRE_UNANSWERED } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1640, TIMES as times } from "./behaviour";
import { DRIVER_TM1640 as sheet } from "./sheet";

/** Sixteen digits of eight segments, over two wires without an answer. */
export const tm1640 = {
  sheet,
  transport: TWO_WIRE_UNANSWERED,
  times,
  mount(units) {
    const chip = new Tm1640();
    return mountSingle(sheet, units, chip, { picture: () => chip.picture() });
  },
  ...tm16Family(GRIDS, false, "8F, then C0 3F 06"),
  sends: SCANS_MEMORY,
  way: {
    title: "TM1640, sixteen digits",
    costs:
      "two lines, sixteen digits or two modules on one chip; it never answers, so a loose wire goes unnoticed",
  },
} satisfies BusChip<DriverChipPart>;
