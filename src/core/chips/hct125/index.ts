import { OPEN } from "../../level";
import type { BufferPart } from "../../sheet";
import type { LogicChip, MountedChip } from "../types";
import { BUFFER_74AHCT125, BUFFER_74HCT125 } from "./sheet";

/**
 * Buffers keep nothing and wait for nothing: what drives an input drives the output as well, which is followed where
 * drivers are followed. So there is nothing here that acts on edges.
 */
const STILL: MountedChip = {
  inputs: [],
  apply: () => false,
  output: () => OPEN,
  save: () => "",
  load: () => {},
};

const buffers = (sheet: BufferPart): LogicChip<BufferPart> => ({ sheet, mount: () => STILL });

export const hct125 = buffers(BUFFER_74HCT125);
export const ahct125 = buffers(BUFFER_74AHCT125);
