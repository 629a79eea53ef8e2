import { memoryOf } from "../plain";
import type { Asked, BusChip, ChipTransfer, Memory } from "../types";
import { TM16 } from "./registers";

/** The writes of a chip of the family with so many addresses. */
export const tm16Writes = (cells: number): Pick<BusChip, "setUp" | "update"> => ({
  setUp: ({ level }: Asked): ChipTransfer[] => [
    { bytes: [TM16.WRITE_NEXT], why: "once is enough: the chip keeps it" },
    {
      bytes: [TM16.ADDRESS, ...Array<number>(cells).fill(0)],
      why: "the memory holds junk until it is written",
    },
    { bytes: [TM16.DISPLAY | TM16.DISPLAY_ON | level], why: "only now the display is switched on" },
  ],
  update: ({ units }: Asked, memory: Memory): ChipTransfer[] => [
    {
      bytes: [TM16.ADDRESS, ...memoryOf(memory, units[0]!, cells)],
      why: "the whole memory, from its first address on",
    },
  ],
});
