import type { BusChipPart, LogicChipPart } from "../sheet";
import { cd4017 } from "./cd4017";
import { cd4094 } from "./cd4094";
import { hc164 } from "./hc164";
import { ahct125, hct125 } from "./hct125";
import { hc595 } from "./hc595";
import { pcf8574 } from "./pcf8574";
import { tlc5916 } from "./tlc5916";
import { tm1640 } from "./tm1640";
import { ht16k33 } from "./ht16k33";
import { max7219 } from "./max7219";
import { cd4511, ls47 } from "./segment-decoders";
import { hc138, hc238 } from "./selectors";
import { tm1637 } from "./tm1637";
import { tm1638 } from "./tm1638";
import { tpic6b595 } from "./tpic6b595";
import type { BusChip, LogicChip } from "./types";

/** Every chip without a bus with its behaviour, in the order of `known.ts`. */
export const LOGIC_CHIPS: readonly LogicChip[] = [
  hc595,
  hc164,
  cd4094,
  tpic6b595,
  tlc5916,
  hc138,
  hc238,
  cd4017,
  cd4511,
  ls47,
  hct125,
  ahct125,
];

/** Every chip that is written to over a bus, likewise. */
export const BUS_CHIPS: readonly BusChip[] = [max7219, tm1637, tm1638, tm1640, ht16k33, pcf8574];

const logic = new Map(LOGIC_CHIPS.map((chip) => [chip.sheet.id, chip]));
const buses = new Map(BUS_CHIPS.map((chip) => [chip.sheet.id, chip]));

/** @throws when the registry has no such chip: every sheet of the catalogue comes from it */
export function logicChip({ id }: LogicChipPart): LogicChip {
  const chip = logic.get(id);
  if (!chip) throw new Error(`no chip ${id}`);
  return chip;
}

/** @throws when the registry has no such chip: every sheet of the catalogue comes from it */
export function busChip({ id }: BusChipPart): BusChip {
  const chip = buses.get(id);
  if (!chip) throw new Error(`no chip ${id} on a bus`);
  return chip;
}
