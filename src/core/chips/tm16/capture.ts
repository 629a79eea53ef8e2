import { runsOver, switchedOffLast } from "../memory-chips";
import type { CaptureRules, SetUpAction } from "../types";
import { TM16 } from "./registers";

const ACTIONS: Readonly<Record<string, SetUpAction>> = {
  memory: { name: "the display memory", harm: "the chip keeps what it held" },
  "data command": {
    name: "the data command",
    harm: "the chip then keeps the way it was told last, or the one it woke with",
  },
  "display control": { name: "the display control", harm: "the display stays off", vital: true },
};

const isCommand = (byte: number): boolean =>
  byte === TM16.WRITE_NEXT ||
  byte === TM16.WRITE_FIXED ||
  byte === TM16.READ_KEYS ||
  byte >> 4 === 8 ||
  byte >> 4 === 12;

const actionOf = (command: number): string | undefined =>
  [undefined, "data command", "display control", "memory"][command >> 6];

/** How a capture is held against the rig's program, for a chip of the family with so many addresses. */
export const tm16Capture = (cells: number): CaptureRules => ({
  actionsOf: ([command = 0]) => {
    const action = actionOf(command);
    return action ? [action] : [];
  },
  actions: ACTIONS,
  differences: (_, writes) => [
    ...runsOver(
      writes.filter(({ bytes: [command = 0] }) => actionOf(command) === "memory"),
      1,
      cells,
    ),
    ...switchedOffLast(
      writes.flatMap(({ bytes: [command = -1], at }) =>
        command >> 6 === 2 ? [{ on: (command & TM16.DISPLAY_ON) !== 0, at }] : [],
      ),
      "Send 88 and the brightness step once the memory is written: bit 3 switches the display on.",
    ),
  ],
  heads: (bytes) => {
    const heads = bytes.slice(0, 1);
    return { all: heads.length, known: heads.filter(isCommand).length };
  },
});
