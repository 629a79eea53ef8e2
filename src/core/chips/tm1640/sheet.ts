import type { DriverChipPart, Leg } from "../../sheet";

const numbers = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at);
const segment = (number: number): Leg => ({
  id: String(number + 8),
  name: `SEG${number}`,
  role: "output",
});
const GRID_LEGS: readonly string[] = [
  ...["18", "19", "20", "21", "22", "23", "24", "25", "26", "27", "28"],
  ...["1", "2", "3", "4", "5"],
];
const grid = (number: number): Leg => ({
  id: GRID_LEGS[number - 1]!,
  name: `GRID${number}`,
  role: "output",
});
const SEGMENT_LEGS = numbers(9, 16).map(String);

/** TM1640: sixteen digits of eight segments for common cathode, over two wires without an answer. */
export const DRIVER_TM1640 = {
  id: "TM1640",
  kind: "driver-chip",
  title: "TM1640 two-wire display driver",
  outline: { style: "dual-in-line", legs: 28 },
  source:
    "TM1640 data sheet: pin description of the 28-leg body (check the sheet in hand), command tables, timing of the serial interface (no acknowledge), electrical characteristics; output resistances from segment and grid currents at their test levels, scan rate as customarily measured",
  sources: {
    outputMaximum: "TM1640 data sheet: absolute maximum ratings, −50 mA a segment leg",
    digitMaximum: "TM1640 data sheet: absolute maximum ratings, +200 mA a grid leg",
    outputSpecified: "TM1640 data sheet: segment current at its test voltage: a test, not a limit",
    powerMaximum: "TM1640 data sheet: package power 400 mW",
  },
  legs: [
    ...numbers(12, 16).map(grid),
    { id: "6", name: "VSS", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    { id: "7", name: "DIN", role: "input", whenOpen: "no command reaches the chip" },
    { id: "8", name: "SCLK", role: "input", whenOpen: "without a clock no bit ever moves in" },
    ...numbers(1, 8).map(segment),
    { id: "17", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
    ...numbers(1, 11).map(grid),
  ],
  protocol: "two-wire-unanswered",
  pins: { data: "7", clock: "8" },
  segmentLegs: SEGMENT_LEGS,
  digitLegs: GRID_LEGS,
  outputLegs: [...SEGMENT_LEGS, ...GRID_LEGS],
  segments: "source",
  levels: [1, 2, 4, 10, 11, 12, 13, 14].map((sixteenths) => sixteenths / 16),
  scanRate: 130,
  limitsScan: false,
  clockMaximum: 1e6,
  ownCurrent: 5,
  supplyLeg: "17",
  groundLeg: "6",
  signalLegs: ["7", "8"],
  ties: [],
  stage: { high: { drop: 0, ohms: 80 }, low: { drop: 0, ohms: 2.5 } },
  outputSpecified: 25,
  digitMaximum: 200,
  outputMaximum: 50,
  supplyRange: [4.5, 5.5],
  highShare: 0.7,
  powerMaximum: 0.4,
} as const satisfies DriverChipPart;
