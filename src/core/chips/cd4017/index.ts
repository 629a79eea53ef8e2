import type { RingPart } from "../../sheet";
import { named } from "../named";
import type { LogicChip } from "../types";
import { Ring4017 } from "./behaviour";
import { RING_CD4017 as sheet } from "./sheet";

/** A ring of ten outputs. */
export const cd4017: LogicChip<RingPart> = {
  sheet,
  mount() {
    const chip = new Ring4017();
    const { clock, inhibit, reset } = sheet.pins;
    return named(
      chip,
      { [clock]: "CLOCK", [inhibit]: "INHIBIT", [reset]: "RESET" },
      (levels) => {
        chip.apply(levels);
        return true;
      },
      (at) => chip.output(at),
    );
  },
};
