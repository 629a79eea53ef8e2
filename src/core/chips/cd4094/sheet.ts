import type { Leg, OutputSide, ShiftRegisterPart } from "../../sheet";

const output = (id: string, index: number): Leg => ({
  id,
  name: `Q${index}`,
  otherName: `QP${index - 1}`,
  role: "output",
});

/** About 1 mA at 5 V for a valid level. */
const WEAK: OutputSide = { drop: 0, ohms: 400, typical: 250, ohmsLow: 900, typicalLow: 550 };

/** CD4094: eight stages and a latch that is open while its strobe is high; weak outputs, from 3 to 15 V. */
export const SHIFT_REGISTER_CD4094: ShiftRegisterPart = {
  id: "CD4094",
  kind: "shift-register",
  title: "CD4094 shift register with strobe",
  outline: { style: "dual-in-line", legs: 16 },
  source:
    "CD4094 data sheet: pin diagram, truth table (the latch follows while STROBE is high), dynamic characteristics at 5 V",
  sources: {
    outputMaximum: "typical for the 4000 series: 10 mA an output at the very most",
    outputSpecified: "CD4094 data sheet: about 1 mA at 5 V for a valid level",
    powerMaximum: "CD4094 data sheet: package power 500 mW",
    stage: "CD4094 data sheet: from 1 mA at 5 V about 400 Ω, twice as much at 3.3 V (typical)",
    clockMaximum: "CD4094 data sheet: 1.25 MHz guaranteed at 5 V",
  },
  legs: [
    {
      id: "1",
      name: "STROBE",
      otherName: "STR",
      role: "input",
      whenOpen: "an open strobe lets the outputs follow the bits at random",
    },
    {
      id: "2",
      name: "DATA",
      otherName: "D",
      role: "input",
      whenOpen: "the chip shifts in whatever an open input happens to read",
    },
    {
      id: "3",
      name: "CLOCK",
      otherName: "CP",
      role: "input",
      whenOpen: "without a shift clock no bit ever moves in",
    },
    output("4", 1),
    output("5", 2),
    output("6", 3),
    output("7", 4),
    { id: "8", name: "VSS", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    { id: "9", name: "QS", otherName: "QS1", role: "output" },
    { id: "10", name: "Q′S", otherName: "QS2", role: "output" },
    output("11", 8),
    output("12", 7),
    output("13", 6),
    output("14", 5),
    {
      id: "15",
      name: "OE",
      otherName: "OE",
      role: "input",
      whenOpen: "an open enable input drifts, and the outputs come and go; tie it to the supply",
    },
    { id: "16", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
  ],
  stages: 8,
  supplyLeg: "16",
  groundLeg: "8",
  signalLegs: ["2", "3", "1"],
  ties: [{ leg: "15", to: 1, otherwise: "a low enable input keeps all eight outputs off" }],
  outputLegs: ["4", "5", "6", "7", "14", "13", "12", "11"],
  pins: { serialIn: "2", shiftClock: "3", latchClock: "1", outputEnable: "15", serialOut: "9" },
  latch: "while-high",
  enabledBy: 1,
  one: "high",
  stage: { high: WEAK, low: WEAK },
  outputSpecified: 1,
  outputMaximum: 10,
  supplyRange: [3, 15],
  highShare: 0.7,
  powerMaximum: 0.5,
  clockMaximum: 1.25e6,
};
