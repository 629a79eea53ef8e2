import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1638, TIMES as times } from "./behaviour";
import { keyScan } from "./keys";
import { tm1638Facts as facts } from "./facts";

export { Tm1638 } from "./behaviour";

/** Eight digits of ten segments, 24 keys, over three wires. */
export const tm1638 = {
  ...facts,
  times,
  mount(units) {
    const chip = new Tm1638();
    return mountSingle(facts.sheet, units, chip, {
      picture: () => chip.picture(),
      holdKeys: (keys) => (chip.keys = keys),
    });
  },
  ...tm16Family(GRIDS, true, "8F, then C0 3F 01"),
  keys: keyScan,
  sends: SCANS_MEMORY,
} satisfies BusChip<DriverChipPart>;
