import type { DriverChipPart, Leg } from "../../sheet";

const row = (number: number): Leg => ({
  id: String(25 - number),
  name: `ROW${number}`,
  otherName: number < 3 ? `ROW${number}/A${number}` : undefined,
  role: "output",
});
const common = (number: number): Leg => ({
  id: String(number + 2),
  name: `COM${number}`,
  otherName: number === 0 ? "COM0/AD" : undefined,
  role: "output",
});
const ROWS = Array.from({ length: 16 }, (_, at) => at);
const COMMONS = Array.from({ length: 8 }, (_, at) => at);

/** HT16K33, 28 legs: sixteen rows by eight commons for common cathode, on I²C. */
export const DRIVER_HT16K33 = {
  id: "HT16K33",
  kind: "driver-chip",
  title: "HT16K33 I²C display driver",
  outline: { style: "dual-in-line", legs: 28 },
  source:
    "HT16K33 data sheet: pin assignment of the 28-leg package (ROW0 to ROW2 share their legs with the address straps A2 to A0, COM0 with AD: check the sheet in hand), command summary, I²C timing, row and common currents at their test levels; scan rate from its frame time of about 9.5 ms",
  sources: {
    outputMaximum: "HT16K33 data sheet: absolute maximum ratings, 50 mA a row leg (typical)",
    digitMaximum: "HT16K33 data sheet: absolute maximum ratings, 200 mA a common leg (typical)",
    outputSpecified: "HT16K33 data sheet: row current at its test voltage: a test, not a limit",
    powerMaximum: "HT16K33 data sheet: package power 0.8 W (typical)",
  },
  legs: [
    { id: "1", name: "VSS", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    ...COMMONS.map(common),
    ...[...ROWS].reverse().map(row),
    { id: "26", name: "SCL", role: "input", whenOpen: "without a clock no bit ever moves in" },
    { id: "27", name: "SDA", role: "input", whenOpen: "no command reaches the chip" },
    { id: "28", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
  ],
  protocol: "i2c",
  pins: { data: "27", clock: "26" },
  segmentLegs: ROWS.map((number) => String(25 - number)),
  digitLegs: COMMONS.map((number) => String(number + 2)),
  outputLegs: [...ROWS.map((number) => String(25 - number)), ...COMMONS.map((number) => String(number + 2))],
  segments: "source",
  levels: Array.from({ length: 16 }, (_, step) => (step + 1) / 16),
  blinks: [2, 1, 0.5],
  scanRate: 105,
  limitsScan: false,
  clockMaximum: 400e3,
  ownCurrent: 2,
  address: { base: 0x70, straps: ["25", "24", "23"], join: "2" },
  supplyLeg: "28",
  groundLeg: "1",
  signalLegs: ["27", "26"],
  ties: [],
  stage: { high: { drop: 0, ohms: 80 }, low: { drop: 0, ohms: 1.5 } },
  outputSpecified: 25,
  digitMaximum: 200,
  outputMaximum: 50,
  supplyRange: [4.5, 5.5],
  highShare: 0.7,
  powerMaximum: 0.8,
} as const satisfies DriverChipPart;
