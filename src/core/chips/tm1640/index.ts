import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, mountSingle } from "../plain";
import { tm16Family } from "../tm16";
import type { BusChip } from "../types";
import { GRIDS, Tm1640, TIMES as times } from "./behaviour";
import { tm1640Facts as facts } from "./facts";

/** Sixteen digits of eight segments, over two wires without an answer. */
export const tm1640 = {
  ...facts,
  times,
  mount(units) {
    const chip = new Tm1640();
    return mountSingle(facts.sheet, units, chip, { picture: () => chip.picture() });
  },
  ...tm16Family(GRIDS, false, "8F, then C0 3F 06"),
  sends: SCANS_MEMORY,
} satisfies BusChip<DriverChipPart>;
