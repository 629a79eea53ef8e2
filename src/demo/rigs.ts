import { HEXADECIMAL, type SegmentName } from "@/core/glyph";
import { withNotes } from "./bench-notes";
import { DRIVER_RIGS } from "./driver-rigs";
import { LIVE_RIGS } from "./live-rigs";
import { REACTING } from "./reacting-rigs";
import { RIVER_FIRMWARE } from "./river-firmware";
import { SIGN_RIGS } from "./sign-rigs";
import { DEFAULT_PLAN, USUAL_SHOW, ledValues, newRig, type Rig } from "@/core/rig";

/** Outputs taken as the display's legs lie, for short wires: legs 7, 6, 4, 2, 1, 9, 10, 5. */
const AS_LEGS_LIE: readonly SegmentName[] = ["f", "g", "a", "b", "dp", "c", "d", "e"];

/** The rigs of Saltreed Rowers' tide hut, there on the first visit. */
const PLAIN_RIGS: readonly Rig[] = [
  newRig(
    {
      id: "slip-gate",
      name: "Slip gate",
      note: "Saltreed Rowers, tide hut: which slip is open, 0 to 9 and A to F, over the boathouse door.",
      show: { ...USUAL_SHOW, texts: [...HEXADECIMAL] },
    },
    DEFAULT_PLAN,
    { ohms: 560, led: ledValues("red") },
  ),
  newRig(
    {
      id: "river-level",
      name: "River level",
      note: "Saltreed Rowers, tide hut: the river at the landing stage in metres, below and above the club's own mark.",
      scan: { school: "timer", on: [2000], blank: 20 },
      show: {
        ...USUAL_SHOW,
        texts: ["-0.42", "-0.17", "0.08", "0.96", "2.35"],
        hold: "2.35",
        interval: 2000,
      },
    },
    {
      ...DEFAULT_PLAN,
      scheme: "two-registers",
      digits: 4,
      polarity: "common-anode",
      digitSwitch: "transistor",
      lines: { data: "8", clock: "9", latch: "10" },
    },
    { ohms: 560, baseOhms: 1000, led: ledValues("red") },
  ),
  newRig(
    {
      id: "ladder-step",
      name: "Ladder step",
      note: "Saltreed Rowers, landing stage: the first dry step of the ladder. Outputs are taken as the display's legs lie.",
      code: { bitOrder: "lsb-first" },
      show: { ...USUAL_SHOW, hold: "3", interval: 1500 },
    },
    {
      ...DEFAULT_PLAN,
      polarity: "common-anode",
      lines: { data: "8", clock: "9", latch: "10" },
      outputs: AS_LEGS_LIE,
    },
    { ohms: 330, led: ledValues("green") },
  ),
  newRig(
    {
      id: "boats-out",
      name: "Boats out",
      note: "Saltreed Rowers, boathouse: boats on the water and boats the club has, from a programmable-logic board.",
      scan: { school: "divider", on: [1000], blank: 4 },
      show: { ...USUAL_SHOW, texts: ["03.24", "04.24", "07.24", "11.24"], hold: "07.24", interval: 1500 },
    },
    {
      ...DEFAULT_PLAN,
      scheme: "logic",
      controller: "FPGA-board",
      digits: 4,
      polarity: "common-anode",
      digitSwitch: "transistor",
    },
    { ohms: 100, baseOhms: 470, led: ledValues("yellow-green") },
  ),
  newRig(
    {
      id: "moorings-free",
      name: "Moorings free",
      note: "Saltreed Rowers, pontoon: free moorings, straight from twelve lines with a transistor for each digit.",
      scan: { school: "loop", on: [2000], blank: 20 },
      show: {
        ...USUAL_SHOW,
        texts: ["17", "16", "09", "12"],
        hold: "17",
        interval: 1500,
        leadingZeros: "blank",
      },
    },
    { ...DEFAULT_PLAN, scheme: "direct", digits: 4, digitSwitch: "transistor" },
    { ohms: 180, baseOhms: 560, led: ledValues("amber") },
  ),
  ...DRIVER_RIGS,
  ...LIVE_RIGS,
  ...SIGN_RIGS,
];

/** *River level* has the program of a friend beside its own. */
const withFirmware = (rig: Rig): Rig =>
  rig.id === "river-level" ? { ...rig, firmware: RIVER_FIRMWARE } : rig;

/** The rigs of the tide hut as they come with the application. */
export const DEMO_RIGS: readonly Rig[] = PLAIN_RIGS.map((rig) =>
  withFirmware(withNotes(REACTING[rig.id]?.(rig) ?? rig)),
);

const byId = (rigs: readonly Rig[], id: string): Rig => {
  const rig = rigs.find((one) => one.id === id);
  if (!rig) throw new Error(`no demo rig ${id}`);
  return rig;
};

/** @throws when there is no demo rig of that id */
export const demoRig = (id: string): Rig => byId(DEMO_RIGS, id);

/** A demo rig as it was before it reacted: the list of texts it ran through. @throws when there is none of that id */
export const plainDemoRig = (id: string): Rig => byId(PLAIN_RIGS, id);
