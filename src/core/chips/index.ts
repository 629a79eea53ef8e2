export { KNOWN_BUS_CHIPS, KNOWN_LOGIC_CHIPS, busFacts, type BusChipId } from "./known";
export { BUS_CHIPS, LOGIC_CHIPS, busChip, logicChip } from "./registry";
export type {
  Asked,
  BusChip,
  BusFace,
  KeyScan,
  Memory,
  MemoryCell,
  MemoryValue,
  MountedChip,
  RegisterState,
  ScanPicture,
  WayWords,
  WriteReader,
} from "./types";
export type { Explained } from "./words";
export type { ExplainedWord } from "./types";
