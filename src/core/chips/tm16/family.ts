import { WHOLE_TABLE_SAYS, bitInRun, plainReader, wholeTable } from "../plain";
import type { BusChip, BusChipFacts } from "../types";
import { tm16Capture } from "./capture";
import { TM16 } from "./registers";
import { explainTm16, placeName } from "./words";
import { tm16Writes } from "./writes";

type Shared = Omit<BusChip, keyof BusChipFacts | "times" | "mount" | "keys" | "sends">;

/**
 * What the chips of the family have in common: commands, memory in a run of addresses, words.
 * @param grids digits it scans
 * @param wide each grid has two addresses, the second one for segments 9 and 10
 */
export function tm16Family(grids: number, wide: boolean, alone: string): Shared {
  const cells = wide ? grids * 2 : grids;
  return {
    ...tm16Writes(cells),
    reader: plainReader((bytes) => explainTm16(bytes, wide)),
    placesWritten: ([unit = ""], [command = 0, ...data]) =>
      command >> 6 === 3 ? data.map((_, at) => `${unit} ${((command & 0xf) + at) & 0xf}`) : [],
    bitIn: (units, bytes, unit, cell) => (units.includes(unit) ? bitInRun(bytes, 1, cell, "lsb") : undefined),
    table: wholeTable,
    tableSays: WHOLE_TABLE_SAYS,
    addressName: (address) => placeName(address, wide),
    registerName: (address) =>
      address < TM16.ADDRESS ? "display control" : placeName(address - TM16.ADDRESS, wide),
    examples: { alone, onRig: "8F" },
    capture: tm16Capture(cells),
  };
}
