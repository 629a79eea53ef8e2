import type { MemoryMap } from "../types";

/**
 * Where chips of the family keep their segments.
 * @param wide each grid has two addresses, the second one for segments 9 and 10
 */
export const tm16Memory = (grids: number, wide: boolean): MemoryMap => ({
  first: 0,
  end: wide ? grids * 2 : grids,
  cell: (digit, segment) =>
    wide ? { address: digit * 2 + (segment >> 3), bit: segment & 7 } : { address: digit, bit: segment },
});
