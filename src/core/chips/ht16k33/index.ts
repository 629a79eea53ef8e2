import type { DriverChipPart } from "../../sheet";
import {
  SCANS_MEMORY,
  WHOLE_TABLE_SAYS,
  bitInRun,
  memoryOf,
  mountSingle,
  plainReader,
  wholeTable,
} from "../plain";
import type { Asked, BusChip, ChipTransfer, Memory } from "../types";
import { HT16K33, HT16K33_BLINK, Ht16k33, TIMES as times } from "./behaviour";
import { captureRules } from "./capture";
import { ht16k33Facts as facts } from "./facts";
import { explainHt16k33 } from "./words";

export { Ht16k33 } from "./behaviour";

const CELLS = 16;

/** The blink field of the display command for a frequency in Hz. */
const blinkBits = (hertz: number): number => Math.max(0, HT16K33_BLINK.indexOf(hertz));

function setUp({ addresses, level, blink }: Asked): ChipTransfer[] {
  return addresses.flatMap((address) => {
    const to = (bytes: readonly number[], why: string): ChipTransfer => ({
      bytes: [address << 1, ...bytes],
      why,
    });
    return [
      to([HT16K33.SYSTEM | HT16K33.OSCILLATOR_ON], "without its oscillator nothing is scanned"),
      to([HT16K33.DATA, ...Array<number>(CELLS).fill(0)], "the memory holds junk until it is written"),
      to([HT16K33.DIMMING | level], "brightness"),
      to(
        [HT16K33.DISPLAY | (blinkBits(blink) << 1) | HT16K33.DISPLAY_ON],
        "only now the display is switched on",
      ),
    ];
  });
}

const update = ({ units, addresses }: Asked, memory: Memory): ChipTransfer[] =>
  units.map((unit, at) => ({
    bytes: [addresses[at]! << 1, HT16K33.DATA, ...memoryOf(memory, unit, CELLS)],
    why: "the whole memory, from its first address on",
  }));

const REGISTER_NAMES: Readonly<Record<number, string>> = {
  [HT16K33.SYSTEM]: "system set-up",
  [HT16K33.DISPLAY]: "display set-up",
  [HT16K33.DIMMING]: "brightness",
};

const registerName = (address: number): string =>
  REGISTER_NAMES[address] ?? `common ${address >> 1}, rows ${address % 2 ? "8–15" : "0–7"}`;

/** Sixteen rows by eight commons, blinking by itself, on I²C. */
export const ht16k33 = {
  ...facts,
  times,
  mount(units, address) {
    const chip = new Ht16k33(address);
    return mountSingle(facts.sheet, units, chip, { picture: () => chip.picture() });
  },
  setUp,
  update,
  reader: plainReader(explainHt16k33),
  placesWritten: ([unit = ""], [, pointer = -1, ...data]) =>
    pointer >= 0 && pointer >> 4 === 0 ? data.map((_, at) => `${unit} ${(pointer + at) & 0xf}`) : [],
  bitIn: (units, bytes, unit, cell) => (units.includes(unit) ? bitInRun(bytes, 2, cell, "msb") : undefined),
  table: wholeTable,
  tableSays: WHOLE_TABLE_SAYS,
  registerName,
  addressName: registerName,
  examples: { alone: "E0 21, then E0 81", onRig: "E0 83" },
  capture: captureRules(CELLS),
  sends: SCANS_MEMORY,
} satisfies BusChip<DriverChipPart>;
