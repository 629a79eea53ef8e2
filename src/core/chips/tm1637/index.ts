import { TWO_WIRE } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1637, TIMES as times } from "./behaviour";
import { keyScan } from "./keys";
import { DRIVER_TM1637 as sheet } from "./sheet";

/** Six digits of eight segments, sixteen keys, over two wires. */
export const tm1637 = {
  sheet,
  transport: TWO_WIRE,
  times,
  mount(units) {
    const chip = new Tm1637();
    return mountSingle(sheet, units, chip, {
      picture: () => chip.picture(),
      holdKeys: ([key = 0xff]) => (chip.key = key),
    });
  },
  ...tm16Family(GRIDS, false, "8F, then C0 3F 06"),
  keys: keyScan,
  sends: SCANS_MEMORY,
  way: {
    title: "TM1637, six digits",
    costs: "two lines, sixteen keys; a slow bus of its own",
  },
} satisfies BusChip<DriverChipPart>;
