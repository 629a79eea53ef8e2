import { runsOver, switchedOffLast } from "../memory-chips";
import type { CaptureRules, SetUpAction } from "../types";
import { HT16K33 } from "./behaviour";

const ACTIONS: Readonly<Record<string, SetUpAction>> = {
  memory: { name: "the display memory", harm: "the chip keeps what it held" },
  [`command ${HT16K33.SYSTEM >> 4}`]: {
    name: "the oscillator",
    harm: "nothing is scanned without the oscillator",
    vital: true,
  },
  [`command ${HT16K33.DISPLAY >> 4}`]: {
    name: "the display set-up",
    harm: "the display stays off",
    vital: true,
  },
  [`command ${HT16K33.DIMMING >> 4}`]: { name: "the brightness", harm: "it stays at full brightness" },
};

const actionOf = (command: number): string => (command >> 4 === 0 ? "memory" : `command ${command >> 4}`);

/** How a capture is held against the rig's program. @param cells bytes of display memory */
export const captureRules = (cells: number): CaptureRules => ({
  actionsOf: ([, command = -1]) => (command < 0 ? [] : [actionOf(command)]),
  actions: ACTIONS,
  differences: (_, writes) => [
    ...runsOver(
      writes.filter(({ bytes: [, command = -1] }) => command >= 0 && actionOf(command) === "memory"),
      2,
      cells,
    ),
    ...switchedOffLast(
      writes.flatMap(({ bytes: [, command = -1], at }) =>
        command >> 4 === HT16K33.DISPLAY >> 4 ? [{ on: (command & HT16K33.DISPLAY_ON) !== 0, at }] : [],
      ),
      "Send 81 once the memory is written: the lowest bit switches the display on.",
    ),
  ],
  heads: (bytes) => {
    const heads = bytes.slice(0, 1);
    return {
      all: heads.length,
      known: heads.filter((byte) => byte >> 1 >= 0x70 && byte >> 1 <= 0x77).length,
    };
  },
});
