import { DEFAULT_PLAN, USUAL_SHOW, ledValues, moduleByKind, newRig, withModule, type Rig } from "@/core/rig";

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
  newRig(
    {
      id: "lamp-room",
      name: "Lamp room",
      note: "Saltreed Rowers, lamp room: when the landing lamps are lit and put out, on a bought module behind a 3.3 V board.",
      show: { ...USUAL_SHOW, texts: ["16:52", "07:18"], hold: "16:52", interval: 4000 },
    },
    withModule(
      { ...DEFAULT_PLAN, controller: "RP2040-board", lines: {} },
      moduleByKind("digits-4-colon-tm1637"),
    ),
    { ohms: 470, led: ledValues("red") },
  ),
  newRig(
    {
      id: "lock-gauge",
      name: "Lock gauge",
      note: "Saltreed Rowers, river lock: water above and below the gates in metres, on a bought module whose first digit is at the right.",
      show: {
        ...USUAL_SHOW,
        texts: ["3.42 1.18", "3.40 1.96", "3.38 2.74", "3.36 3.36"],
        hold: "3.42 1.18",
        interval: 2500,
      },
    },
    withModule(
      { ...DEFAULT_PLAN, lines: { data: "11", clock: "12", latch: "10" } },
      moduleByKind("digits-8-max7219"),
    ),
    { ohms: 470, led: ledValues("red") },
  ),
];
