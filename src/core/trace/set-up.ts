import { MAX7219 } from "../chip";
import type { EncodedBus } from "../rig";
import type { Difference } from "./difference";
import type { DecodedWrite } from "./decoded";

/** A set-up action by the register or command it writes, so that it is found whatever value it carries. */
export function actionsOf(bus: EncodedBus, bytes: readonly number[]): string[] {
  switch (bus.protocol) {
    case "frames": {
      const found: string[] = [];
      for (let at = 0; at + 1 < bytes.length; at += 2) {
        const register = bytes[at]! & 0x0f;
        if (register > MAX7219.NO_OP) found.push(register <= 8 ? "digits" : `register ${register}`);
      }
      return [...new Set(found)];
    }
    case "two-wire":
    case "strobed": {
      const [command = 0] = bytes;
      if (command >> 6 === 3) return ["memory"];
      return command >> 6 === 2 ? ["display control"] : command >> 6 === 1 ? ["data command"] : [];
    }
    case "i2c": {
      const command = bytes[1] ?? -1;
      if (command < 0) return [];
      return [command >> 4 === 0 ? "memory" : `command ${command >> 4}`];
    }
  }
}

const NAMES: Readonly<Record<string, string>> = {
  digits: "the digit registers",
  memory: "the display memory",
  "data command": "the data command",
  "display control": "the display control",
  [`register ${MAX7219.DECODE_MODE}`]: "the decode mode",
  [`register ${MAX7219.INTENSITY}`]: "the intensity",
  [`register ${MAX7219.SCAN_LIMIT}`]: "the scan limit",
  [`register ${MAX7219.SHUTDOWN}`]: "the shutdown register",
  [`register ${MAX7219.DISPLAY_TEST}`]: "the display test",
  "command 2": "the oscillator",
  "command 8": "the display set-up",
  "command 14": "the brightness",
};

/** What is the harm when a set-up action is missing. */
const HARM: Readonly<Record<string, string>> = {
  "data command": "the chip then keeps the way it was told last, or the one it woke with",
  "display control": "the display stays off",
  [`register ${MAX7219.SCAN_LIMIT}`]: "only one digit is scanned",
  [`register ${MAX7219.SHUTDOWN}`]: "the chip stays in shutdown and shows nothing",
  [`register ${MAX7219.INTENSITY}`]: "it stays at its darkest",
  [`register ${MAX7219.DECODE_MODE}`]: "it is right after power-up, but not after a reset of the board alone",
  [`register ${MAX7219.DISPLAY_TEST}`]: "it is right after power-up, but not after a disturbance",
  "command 2": "nothing is scanned without the oscillator",
  "command 8": "the display stays off",
  "command 14": "it stays at full brightness",
};
/** Missing, these leave the display dark or cut. */
export const VITAL: ReadonlySet<string> = new Set([
  "display control",
  `register ${MAX7219.SCAN_LIMIT}`,
  `register ${MAX7219.SHUTDOWN}`,
  "command 2",
  "command 8",
]);

/** What the rig's own program sets up on a bus and a capture never does. */
export function missing(
  bus: EncodedBus,
  expected: ReadonlyArray<readonly number[]>,
  writes: readonly DecodedWrite[],
): Difference[] {
  const wanted = [...new Set(expected.flatMap((bytes) => actionsOf(bus, bytes)))];
  const done = new Set(writes.flatMap(({ bytes }) => actionsOf(bus, bytes)));
  return wanted
    .filter((action) => !done.has(action))
    .map((action): Difference => ({
      kind: "missing set-up",
      severity: VITAL.has(action) ? "fault" : "caution",
      at: undefined,
      title: `${(NAMES[action] ?? action).replace(/^./, (letter) => letter.toUpperCase())} is never written`,
      remedy: `${(HARM[action] ?? "the chip keeps what it held").replace(/^./, (letter) => letter.toUpperCase())}. Add the write to the set-up.`,
    }));
}
