export { BUS_CHIPS, LOGIC_CHIPS, busChip, logicChip, type BusChipId } from "./registry";
export type {
  Asked,
  BusChip,
  BusFace,
  ChipKey,
  ChipTransfer,
  KeyScan,
  Memory,
  MemoryCell,
  MemoryValue,
  MountedBusChip,
  MountedChip,
  RegisterDifference,
  RegisterState,
  ScanPicture,
  ScannedDigit,
  WayWords,
  WriteReader,
} from "./types";
export type { Explained, Field } from "./words";
export type { ExplainedWord } from "./types";
