import type { DriverChipPart, Leg } from "../../sheet";

const segment = (number: number): Leg => ({
  id: String(number + 1),
  name: `SEG${number}`,
  otherName: `SEG${number}/KS${number}`,
  role: "output",
});
const grid = (number: number): Leg => ({ id: String(16 - number), name: `GRID${number}`, role: "output" });

/** TM1637: six digits of eight segments for common anode, over two wires; sixteen keys. */
export const DRIVER_TM1637 = {
  id: "TM1637",
  kind: "driver-chip",
  title: "TM1637 two-wire display driver",
  outline: { style: "dual-in-line", legs: 20 },
  source:
    "TM1637 data sheet: pin description, command tables, timing of the serial interface, electrical characteristics; output resistances from segment and grid currents at their test levels, scan rate as customarily measured",
  sources: {
    outputMaximum: "TM1637 data sheet: absolute maximum ratings, −50 mA a segment leg",
    digitMaximum: "TM1637 data sheet: absolute maximum ratings, +200 mA a grid leg",
    outputSpecified: "TM1637 data sheet: segment current at its test voltage: a test, not a limit",
    powerMaximum: "TM1637 data sheet: package power 400 mW",
  },
  legs: [
    { id: "1", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    ...[1, 2, 3, 4, 5, 6, 7, 8].map(segment),
    ...[6, 5, 4, 3, 2, 1].map(grid),
    { id: "16", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
    {
      id: "17",
      name: "DIO",
      role: "input",
      whenOpen: "no command reaches the chip",
    },
    { id: "18", name: "CLK", role: "input", whenOpen: "without a clock no bit ever moves in" },
    { id: "19", name: "K1", role: "passive" },
    { id: "20", name: "K2", role: "passive" },
  ],
  protocol: "two-wire",
  pins: { data: "17", clock: "18" },
  segmentLegs: ["2", "3", "4", "5", "6", "7", "8", "9"],
  digitLegs: ["15", "14", "13", "12", "11", "10"],
  outputLegs: ["2", "3", "4", "5", "6", "7", "8", "9", "15", "14", "13", "12", "11", "10"],
  segments: "sink",
  levels: [1, 2, 4, 10, 11, 12, 13, 14].map((sixteenths) => sixteenths / 16),
  scanRate: 250,
  limitsScan: false,
  clockMaximum: 500e3,
  ownCurrent: 5,
  supplyLeg: "16",
  groundLeg: "1",
  signalLegs: ["17", "18"],
  ties: [],
  stage: { high: { drop: 0, ohms: 12 }, low: { drop: 0, ohms: 50 } },
  outputSpecified: 20,
  digitMaximum: 200,
  outputMaximum: 50,
  supplyRange: [3.3, 5.5],
  highShare: 0.7,
  powerMaximum: 0.4,
} as const satisfies DriverChipPart;
