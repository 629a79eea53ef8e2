import type { Statement } from "../language";
import type { ScanStrategy } from "./scan";

/** Once round all digits, each held for its on-time. */
const scanOnce = (slot: readonly Statement[]): Statement => ({
  do: "for-each-slot",
  body: [...slot, { do: "wait-slot", time: "on" }],
});

/** The loop itself goes from digit to digit and waits: plain, and whatever else it does makes the scan slower. */
export const loop: ScanStrategy = {
  school: "loop",
  timing: () => ({ periods: [] }),
  tick: () => [],
  showing: (slot, time) => [
    { do: "repeat", what: "refreshes", times: time === "frame" ? time : time.scans, body: [scanOnce(slot)] },
  ],
  take: (frame) => [{ do: "take-frame", frame }],
  keeping: (slot) => [scanOnce(slot)],
  start: () => [],
  stays: (end) => loop.take(end),
};
