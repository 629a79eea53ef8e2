import type { Leg, ShiftRegisterPart } from "../../sheet";

const output = (index: number): Leg => ({ id: String(index + 5), name: `OUT${index}`, role: "output" });

/** TLC5916: the shift register's protocol with eight sinks of constant current, set by one resistor. */
export const SINK_REGISTER_TLC5916: ShiftRegisterPart = {
  id: "TLC5916",
  kind: "shift-register",
  title: "TLC5916 constant-current sink register",
  outline: { style: "dual-in-line", legs: 16 },
  source:
    "TLC5916 data sheet: pin description, output current = 18.75 ÷ R at the R-EXT leg (in A and Ω), latch follows while LE is high, timing at 5 V",
  sources: {
    outputMaximum: "TLC5916 data sheet: 120 mA an output, absolute maximum",
    outputSpecified: "TLC5916 data sheet: constant current from 5 to 120 mA",
    packageMaximum: "TLC5916 data sheet: 960 mA through GND, absolute maximum",
    powerMaximum: "TLC5916 data sheet: about 1 W for the 16-leg body at 25 °C (typical)",
    stage: "TLC5916 data sheet: it holds its current from about 0.6 V on, so some 20 Ω below that (typical)",
    constantCurrent: "TLC5916 data sheet: ± 3 % between outputs, ± 6 % between chips",
  },
  legs: [
    { id: "1", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    {
      id: "2",
      name: "SDI",
      role: "input",
      whenOpen: "the chip shifts in whatever an open input happens to read",
    },
    { id: "3", name: "CLK", role: "input", whenOpen: "without a shift clock no bit ever moves in" },
    {
      id: "4",
      name: "LE",
      otherName: "LE(ED1)",
      role: "input",
      whenOpen: "an open latch input lets the outputs follow the bits at random",
    },
    ...[0, 1, 2, 3, 4, 5, 6, 7].map(output),
    {
      id: "13",
      name: "OE̅",
      otherName: "OE̅(ED2)",
      role: "input",
      whenOpen: "an open enable input drifts, and the outputs come and go; tie it to ground",
    },
    { id: "14", name: "SDO", role: "output" },
    {
      id: "15",
      name: "R-EXT",
      role: "passive",
      whenOpen: "without its resistor to ground no output takes any current",
    },
    { id: "16", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
  ],
  stages: 8,
  supplyLeg: "16",
  groundLeg: "1",
  signalLegs: ["2", "3", "4"],
  ties: [{ leg: "13", to: 0, otherwise: "a high enable input keeps all eight outputs off" }],
  outputLegs: ["5", "6", "7", "8", "9", "10", "11", "12"],
  pins: { serialIn: "2", shiftClock: "3", latchClock: "4", outputEnable: "13", serialOut: "14" },
  latch: "while-high",
  enabledBy: 0,
  one: "sinks",
  constantCurrent: { leg: "15", factor: 18.75, range: [5, 120], tolerance: 0.06 },
  stage: { low: { drop: 0, ohms: 20 } },
  outputSpecified: 120,
  outputMaximum: 120,
  packageMaximum: 960,
  supplyRange: [3, 5.5],
  highShare: 0.7,
  powerMaximum: 1,
  clockMaximum: 30e6,
};
