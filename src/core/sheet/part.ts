import type { BusChipPart, ChipPart } from "./chips";
import type {
  CapacitorPart,
  ControllerPart,
  CrystalPart,
  DiodePart,
  DisplayPart,
  DriverArrayPart,
  InputPart,
  LoadPart,
  ResistorPart,
  ModulePart,
  SupplyPart,
  TransistorPart,
} from "./types";

/** Anything on the table. */
export type Part =
  | ControllerPart
  | ChipPart
  | TransistorPart
  | DriverArrayPart
  | DisplayPart
  | ResistorPart
  | CapacitorPart
  | DiodePart
  | CrystalPart
  | InputPart
  | LoadPart
  | SupplyPart
  | ModulePart;

/** Where a figure of a part comes from. */
export const sourceOf = (part: Part, figure: string): string => part.sources?.[figure] ?? part.source;

const CHIP_KINDS: ReadonlySet<Part["kind"]> = new Set([
  "shift-register",
  "selector",
  "ring",
  "segment-decoder",
  "buffer",
  "driver-chip",
  "expander",
]);

/** Whether a part is a logic chip. */
export const isChip = (part: Part): part is ChipPart => CHIP_KINDS.has(part.kind);

/** Whether a part is written to over a bus. */
export const isBusChip = (part: Part): part is BusChipPart =>
  part.kind === "driver-chip" || part.kind === "expander";

/** Whether a part shows digits or dots; single LEDs do not. */
export const isDisplay = (part: Part): part is DisplayPart => part.kind === "display" && !part.single;

/** Whether a part is one or several LEDs that stand alone. */
export const isSingleLeds = (part: Part): part is DisplayPart =>
  part.kind === "display" && part.single === true;
