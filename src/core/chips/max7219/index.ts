import type { UnitRef } from "../../refs";
import { OPEN } from "../../level";
import type { DriverChipPart } from "../../sheet";
import { SCANS_MEMORY, busInputs } from "../plain";
import type { BusChip, MountedBusChip } from "../types";
import { Max7219Chain, TIMES as times } from "./behaviour";
import { capture } from "./capture";
import { bitIn, placesWritten, readChain } from "./chain";
import { max7219Facts as facts } from "./facts";
import { setUp, update } from "./writes";

export { CODE_B, MAX7219 } from "./behaviour";

const REGISTER_NAMES: Readonly<Record<number, string>> = {
  9: "decode mode",
  10: "intensity",
  11: "scan limit",
  12: "shutdown",
  15: "display test",
};

/** One chip, or a chain of them as the one long shift register it is. */
function mount(units: readonly UnitRef[]): MountedBusChip {
  const chain = new Max7219Chain(units.length);
  const at = (unit: UnitRef) => units.indexOf(unit);
  return {
    inputs: busInputs(facts.sheet),
    apply: (levels, now) => chain.apply(levels, now),
    output: () => OPEN,
    save: () => chain.save(),
    load: (saved) => chain.load(saved),
    bus: {
      units,
      picture: (unit) => chain.picture(at(unit)),
      memory: (unit) => chain.memory(at(unit)),
      stages: (unit) => chain.stages(at(unit)),
      takeNotes: () => chain.takeNotes(),
      answer: OPEN,
      get dataOut() {
        return chain.dataOut;
      },
    },
  };
}

const registerName = (address: number): string => REGISTER_NAMES[address] ?? `digit ${address - 1}`;

const ROWS = Array.from({ length: 8 }, (_, row) => row);

/** Eight digits of eight segments, in chains. */
export const max7219 = {
  ...facts,
  times,
  mount,
  setUp,
  update,
  reader: readChain,
  placesWritten,
  bitIn,
  // Row by row; in each the farthest chip first, as it is sent.
  table: (units, memory) =>
    ROWS.flatMap((row) => [...units].reverse().map((unit) => memory[unit]?.[row + 1] ?? 0)),
  tableSays: "for each row the byte of every chip, the farthest first",
  registerName,
  addressName: registerName,
  examples: { alone: "0C 01, then 0F 01", onRig: "0F 01" },
  capture,
  sends: SCANS_MEMORY,
} satisfies BusChip<DriverChipPart>;
