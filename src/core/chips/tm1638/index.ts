import { STROBED } from "../../bus";
import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1638, TIMES as times } from "./behaviour";
import { keyScan } from "./keys";
import { DRIVER_TM1638 as sheet } from "./sheet";

export { Tm1638 } from "./behaviour";

/** Eight digits of ten segments, 24 keys, over three wires. */
export const tm1638 = {
  sheet,
  transport: STROBED,
  times,
  mount(units) {
    const chip = new Tm1638();
    return mountSingle(sheet, units, chip, {
      picture: () => chip.picture(),
      holdKeys: (keys) => (chip.keys = keys),
    });
  },
  ...tm16Family(GRIDS, true, "8F, then C0 3F 01"),
  selectTitle: "Strobe line",
  keys: keyScan,
  sends: SCANS_MEMORY,
  way: {
    title: "TM1638, eight digits and lamps",
    costs: "three lines, 24 keys, ten segments a digit; wants 5 V",
  },
} satisfies BusChip<DriverChipPart>;
