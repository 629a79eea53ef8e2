import type { DriverChipPart, Leg } from "../types";

const segment = (number: number): Leg => ({
  id: String(number + 4),
  name: `SEG${number}`,
  otherName: number <= 8 ? `SEG${number}/KS${number}` : undefined,
  role: "output",
});
const grid = (id: string, number: number): Leg => ({ id, name: `GRID${number}`, role: "output" });

/** TM1638: eight digits of ten segments for common cathode, over three wires; 24 keys. */
export const DRIVER_TM1638: DriverChipPart = {
  id: "TM1638",
  kind: "driver-chip",
  title: "TM1638 three-wire display driver",
  outline: { style: "dual-in-line", legs: 28 },
  source:
    "TM1638 data sheet: pin description, command tables, timing of the serial interface, electrical characteristics; output resistances from segment and grid currents at their test levels, scan rate as customarily measured",
  legs: [
    { id: "1", name: "K1", role: "passive" },
    { id: "2", name: "K2", role: "passive" },
    { id: "3", name: "K3", role: "passive" },
    { id: "4", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
    ...[1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map(segment),
    { id: "15", name: "VDD", role: "supply-in" },
    grid("16", 8),
    grid("17", 7),
    { id: "18", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    grid("19", 6),
    grid("20", 5),
    grid("21", 4),
    grid("22", 3),
    grid("23", 2),
    grid("24", 1),
    { id: "25", name: "GND", role: "ground" },
    { id: "26", name: "DIO", role: "input", whenOpen: "no command reaches the chip" },
    { id: "27", name: "CLK", role: "input", whenOpen: "without a clock no bit ever moves in" },
    { id: "28", name: "STB", role: "input", whenOpen: "without the strobe no command begins or ends" },
  ],
  joined: [
    ["4", "15"],
    ["18", "25"],
  ],
  protocol: "strobed",
  pins: { data: "26", clock: "27", select: "28" },
  segmentLegs: ["5", "6", "7", "8", "9", "10", "11", "12", "13", "14"],
  digitLegs: ["24", "23", "22", "21", "20", "19", "17", "16"],
  outputLegs: [
    ...["5", "6", "7", "8", "9", "10", "11", "12", "13", "14"],
    ...["24", "23", "22", "21", "20", "19", "17", "16"],
  ],
  segments: "source",
  levels: [1, 2, 4, 10, 11, 12, 13, 14].map((sixteenths) => sixteenths / 16),
  scanRate: 210,
  limitsScan: false,
  clockMaximum: 1e6,
  ownCurrent: 5,
  supplyLeg: "4",
  groundLeg: "18",
  signalLegs: ["26", "27", "28"],
  ties: [],
  stage: { high: { drop: 0, ohms: 80 }, low: { drop: 0, ohms: 2.5 } },
  outputSpecified: 25,
  digitMaximum: 140,
  outputMaximum: 50,
  supplyRange: [4.5, 5.5],
  highShare: 0.7,
  powerMaximum: 0.4,
};
