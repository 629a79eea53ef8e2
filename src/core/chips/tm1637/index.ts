import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1637, TIMES as times } from "./behaviour";
import { keyScan } from "./keys";
import { tm1637Facts as facts } from "./facts";

/** Six digits of eight segments, sixteen keys, over two wires. */
export const tm1637 = {
  ...facts,
  times,
  mount(units) {
    const chip = new Tm1637();
    return mountSingle(facts.sheet, units, chip, {
      picture: () => chip.picture(),
      holdKeys: ([key = 0xff]) => (chip.key = key),
    });
  },
  ...tm16Family(GRIDS, false, "8F, then C0 3F 06"),
  keys: keyScan,
  sends: SCANS_MEMORY,
} satisfies BusChip<DriverChipPart>;
