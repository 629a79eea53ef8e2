import { HEXADECIMAL, type SegmentName } from "@/core/glyph";
import { DEFAULT_PLAN, ledValues, newRig, type Rig } from "@/core/rig";

/** Outputs taken as the display's legs lie, for short wires: legs 7, 6, 4, 2, 1, 9, 10, 5. */
const AS_LEGS_LIE: readonly SegmentName[] = ["f", "g", "a", "b", "dp", "c", "d", "e"];

/** The rigs of Saltreed Rowers' tide hut, there on the first visit. */
export const DEMO_RIGS: readonly Rig[] = [
  newRig(
    {
      id: "slip-gate",
      name: "Slip gate",
      note: "Saltreed Rowers, tide hut: which slip is open, 0 to 9 and A to F, over the boathouse door.",
      show: { mode: "count", list: HEXADECIMAL, hold: "8", interval: 1000, rounds: 0, end: "last" },
    },
    DEFAULT_PLAN,
    { ohms: 470, led: ledValues("red") },
  ),
  newRig(
    {
      id: "ladder-step",
      name: "Ladder step",
      note: "Saltreed Rowers, landing stage: the first dry step of the ladder. Outputs are taken as the display's legs lie.",
      code: { bitOrder: "lsb-first" },
      show: { mode: "count", list: "0123456789", hold: "3", interval: 1500, rounds: 0, end: "last" },
    },
    {
      ...DEFAULT_PLAN,
      polarity: "common-anode",
      lines: { data: "8", clock: "9", latch: "10" },
      outputs: AS_LEGS_LIE,
    },
    { ohms: 330, led: ledValues("green") },
  ),
];
