import { busChip, type BusChip } from "../chips";
import { isBusChip } from "../parts";
import type { EncodedBus } from "../rig";
import type { Wired } from "./conditions";

/** The chip that hangs on a bus, or several of the same kind. @throws for a bus of chips that are not there */
export function chipOn(wired: Pick<Wired, "part">, { units }: Pick<EncodedBus, "units">): BusChip {
  const part = wired.part(units[0]!);
  if (!isBusChip(part)) throw new Error(`${units[0]} is on no bus`);
  return busChip(part);
}
