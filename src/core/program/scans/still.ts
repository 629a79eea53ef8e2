import { msOf, type ScanStrategy } from "./scan";

const NO_PERIODS = { periods: [] };

/** Outputs that keep what they are given: nothing has to be refreshed, and each face waits for what is left of its time. */
export const still: ScanStrategy = {
  school: "loop",
  timing: () => NO_PERIODS,
  tick: () => [],
  showing: (_, time) => [
    { do: "show", state: "slot" },
    { do: "wait-until-due", time: msOf(time) },
  ],
  take: (frame) => [
    { do: "take-frame", frame },
    { do: "show", state: frame === "blank" ? "blank" : "slot" },
  ],
  keeping: () => [],
  start: (goesOn) => (goesOn ? [{ do: "start-clock" }] : []),
  // The last face was put out, and stands.
  stays: (end) => (end === "blank" ? still.take("blank") : []),
};
