import { KNOWN_BUS_CHIPS } from "../chips";
import type { BusChipPart } from "../sheet";
import type { Plan } from "./document";
import { DEFAULT_PLAN } from "./plan-facts";

/** Plans with one chip on a bus each, by the chip's name, in catalogue order: as many digits as the chip scans, or one. */
export const CHIP_PLANS: ReadonlyMap<string, Plan> = new Map(
  KNOWN_BUS_CHIPS.map(({ sheet }) => [sheet.id, planOfChip(sheet)]),
);

function planOfChip(sheet: BusChipPart): Plan {
  const drives = sheet.kind === "driver-chip";
  return {
    ...DEFAULT_PLAN,
    scheme: sheet.id.toLowerCase() as Plan["scheme"],
    digits: drives ? sheet.digitLegs.length : 1,
    polarity: drives && sheet.segments === "source" ? "common-cathode" : "common-anode",
    lines: {},
  };
}
