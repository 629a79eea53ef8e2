import type { BusChipPart, LogicChipPart } from "../sheet";
import { RING_CD4017 } from "./cd4017/sheet";
import { cd4094Facts } from "./cd4094/facts";
import { hc164Facts } from "./hc164/facts";
import { hc595Facts } from "./hc595/facts";
import { BUFFER_74AHCT125, BUFFER_74HCT125 } from "./hct125/sheet";
import { ht16k33Facts } from "./ht16k33/facts";
import { max7219Facts } from "./max7219/facts";
import { pcf8574Facts } from "./pcf8574/facts";
import { DECODER_4511, DECODER_74LS47 } from "./segment-decoders/sheet";
import { DECODER_74HC138, DECODER_74HC238 } from "./selectors/sheet";
import { tlc5916Facts } from "./tlc5916/facts";
import { tm1637Facts } from "./tm1637/facts";
import { tm1638Facts } from "./tm1638/facts";
import { tm1640Facts } from "./tm1640/facts";
import { tpic6b595Facts } from "./tpic6b595/facts";
import type { BusChipFacts, LogicChipFacts } from "./types";

/** What is known of every chip without a bus, in catalogue order. */
export const KNOWN_LOGIC_CHIPS: readonly LogicChipFacts<LogicChipPart>[] = [
  hc595Facts,
  hc164Facts,
  cd4094Facts,
  tpic6b595Facts,
  tlc5916Facts,
  { sheet: DECODER_74HC138 },
  { sheet: DECODER_74HC238 },
  { sheet: RING_CD4017 },
  { sheet: DECODER_4511 },
  { sheet: DECODER_74LS47 },
  { sheet: BUFFER_74HCT125 },
  { sheet: BUFFER_74AHCT125 },
];

/** And of every chip that is written to over a bus. */
const ON_BUSES = [max7219Facts, tm1637Facts, tm1638Facts, tm1640Facts, ht16k33Facts, pcf8574Facts] as const;
export const KNOWN_BUS_CHIPS: readonly BusChipFacts[] = ON_BUSES;
export type BusChipId = (typeof ON_BUSES)[number]["sheet"]["id"];

const onBuses = new Map(KNOWN_BUS_CHIPS.map((facts) => [facts.sheet.id, facts]));

/** @throws when no such chip is known: every sheet of the catalogue comes from here */
export function busFacts({ id }: Pick<BusChipPart, "id">): BusChipFacts {
  const facts = onBuses.get(id);
  if (!facts) throw new Error(`no chip ${id} on a bus`);
  return facts;
}
