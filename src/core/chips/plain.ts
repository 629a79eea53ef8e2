import type { UnitRef } from "../refs";
import type { BusPin } from "../bus";
import { OPEN } from "../level";
import type { BusChipPart } from "../sheet";
import {
  BEYOND_CHAIN,
  type BusFace,
  type Memory,
  type MemoryCell,
  type MountedBusChip,
  type MountedChip,
  type WriteReader,
} from "./types";
import type { Explained } from "./words";

/** The bus legs of a chip, by what they do. */
export const busInputs = ({
  pins: { data, clock, select },
}: BusChipPart): ReadonlyArray<{ leg: string; name: BusPin }> => [
  { leg: data, name: "data" },
  { leg: clock, name: "clock" },
  ...(select === undefined ? [] : [{ leg: select, name: "select" as const }]),
];

/** A model of one chip on a bus, as its behaviour keeps it. */
interface SingleModel extends Pick<MountedChip, "apply" | "save" | "load"> {
  readonly answer: BusFace["answer"];
  readonly memory: ReturnType<BusFace["memory"]>;
  takeNotes: BusFace["takeNotes"];
}

/** Puts a single chip on its legs; what is special about it goes over the rest. */
export function mountSingle(
  sheet: BusChipPart,
  units: readonly UnitRef[],
  chip: SingleModel,
  special: Partial<Pick<BusFace, "picture" | "holdKeys">> & Partial<Pick<MountedChip, "output">>,
): MountedBusChip {
  const { picture = () => ({ digits: [], blink: 0 }), holdKeys, output = () => OPEN } = special;
  return {
    inputs: busInputs(sheet),
    apply: (levels, now) => chip.apply(levels, now),
    output,
    save: () => chip.save(),
    load: (saved) => chip.load(saved),
    bus: {
      units,
      picture,
      memory: () => chip.memory,
      stages: () => undefined,
      takeNotes: () => chip.takeNotes(),
      get answer() {
        return chip.answer;
      },
      dataOut: OPEN,
      ...(holdKeys ? { holdKeys } : {}),
    },
  };
}

/** A reader for chips whose bytes mean the same whatever was written before. */
export const plainReader = (explain: (bytes: readonly number[]) => Explained) => (): WriteReader => ({
  explain: ([unit], bytes) => [{ ...explain(bytes), unit: unit ?? BEYOND_CHAIN }],
});

/** The memory of a chip from its first address to its last. */
export const memoryOf = (memory: Memory, unit: UnitRef, end: number): number[] =>
  Array.from({ length: end }, (_, address) => memory[unit]?.[address] ?? 0);

/** The memories of several chips one behind the other. */
export const wholeTable = (units: readonly UnitRef[], memory: Memory): number[] =>
  units.flatMap((unit) => [...(memory[unit] ?? [])]);
export const WHOLE_TABLE_SAYS = "the chip's memory from its first address on";

/**
 * Place of a memory bit in a run of bytes from an address on.
 * @param head bytes before the first byte of data, the last of which carries the address in its lowest four bits
 */
export function bitInRun(
  bytes: readonly number[],
  head: number,
  { address, bit }: MemoryCell,
  order: "msb" | "lsb",
): number | undefined {
  const byte = head + address - (bytes[head - 1]! & 0x0f);
  if (byte < head || byte >= bytes.length) return undefined;
  return byte * 8 + (order === "msb" ? 7 - bit : bit);
}

/** What a program does with a face, for chips that scan. */
export const SCANS_MEMORY = "Writes a face into the chip's memory; the chip scans its digits by itself.";
