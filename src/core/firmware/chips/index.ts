import type { ControllerPart } from "../../sheet";
import { ATMEGA2560 } from "./atmega2560";
import { ATMEGA328P } from "./atmega328p";
import { ATTINY84 } from "./attiny84";
import type { AvrChip } from "./types";

export type { AvrChip } from "./types";

const ALL: readonly AvrChip[] = [ATMEGA328P, ATMEGA2560, ATTINY84];

/** The chip of a board, where compiled programs can run on it. */
export const avrChipOf = ({ id }: Pick<ControllerPart, "id">): AvrChip | undefined =>
  ALL.find((chip) => id === chip.id || id.startsWith(`${chip.id}-`));
