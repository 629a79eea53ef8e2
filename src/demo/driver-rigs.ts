import { DEFAULT_PLAN, USUAL_SHOW, ledValues, newRig, type Rig } from "@/core/rig";

/** Rigs of the tide hut on chips that scan their digits by themselves. */
export const DRIVER_RIGS: readonly Rig[] = [
  newRig(
    {
      id: "water-warmth",
      name: "Water warmth",
      note: "Saltreed Rowers, landing stage: how warm the river is, in degrees, over two wires.",
      show: { ...USUAL_SHOW, texts: ["9.5°", "12.5°", "14.0°", "17.5°"], hold: "12.5°", interval: 2000 },
    },
    {
      ...DEFAULT_PLAN,
      scheme: "tm1637",
      digits: 4,
      polarity: "common-anode",
      lines: { data: "5", clock: "6" },
    },
    { ohms: 470, led: ledValues("red") },
  ),
  newRig(
    {
      id: "crew-tally",
      name: "Crew tally",
      note: "Saltreed Rowers, finish hut: strokes a minute and laps of two crews; the lamps stand over the crew in front.",
      show: {
        ...USUAL_SHOW,
        texts: ["2*4.*1*  26.1", "2*5.*2*  26.1", "25.2  2*7.*2*", "2*6.*3*  28.2"],
        hold: "2*4.*3*  26.3",
        interval: 1800,
      },
    },
    { ...DEFAULT_PLAN, scheme: "tm1638", digits: 8, lines: { data: "8", clock: "9", latch: "10" } },
    { ohms: 470, led: ledValues("red") },
  ),
  newRig(
    {
      id: "oar-rack",
      name: "Oar rack",
      note: "Saltreed Rowers, boathouse: oars in the rack and oars out, on two displays behind one I²C chip.",
      show: {
        ...USUAL_SHOW,
        texts: ["in18out6", "in16out8", "in22out2"],
        hold: "in18out6",
        interval: 2500,
      },
    },
    { ...DEFAULT_PLAN, scheme: "ht16k33", digits: 8, lines: { data: "A4", clock: "A5" } },
    { ohms: 470, led: ledValues("green") },
  ),
];
