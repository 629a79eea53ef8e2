import type { ExpanderPart, Leg } from "../../sheet";

const port = (id: string, number: number): Leg => ({ id, name: `P${number}`, role: "output" });
const strap = (id: string, number: number): Leg => ({
  id,
  name: `A${number}`,
  role: "input",
  whenOpen: "an open address input may read as either, so the chip answers to an unpredictable address",
});

/** PCF8574: eight outputs on I²C that sink well and source next to nothing. */
export const EXPANDER_PCF8574 = {
  id: "PCF8574",
  kind: "expander",
  title: "PCF8574 output expander",
  outline: { style: "dual-in-line", legs: 16 },
  source:
    "PCF8574 data sheet: pin assignment, quasi-bidirectional ports (high by a current source of 100 µA), bus addresses 0x20 to 0x27, I²C timing, all ports high at power-up",
  sources: {
    outputMaximum: "PCF8574 data sheet: 25 mA a port, limiting values",
    outputSpecified: "PCF8574 data sheet: low at 1 V is promised for 10 mA",
    packageMaximum: "PCF8574 data sheet: 100 mA through VSS or VDD, limiting values",
    powerMaximum: "PCF8574 data sheet: 400 mW for the package",
    stage:
      "PCF8574 data sheet: low side 100 Ω from 10 mA at 1 V, typical 25 mA there; high side 100 µA at 5 V",
  },
  legs: [
    strap("1", 0),
    strap("2", 1),
    strap("3", 2),
    port("4", 0),
    port("5", 1),
    port("6", 2),
    port("7", 3),
    { id: "8", name: "VSS", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    port("9", 4),
    port("10", 5),
    port("11", 6),
    port("12", 7),
    { id: "13", name: "INT̅", role: "not-used" },
    { id: "14", name: "SCL", role: "input", whenOpen: "without a clock no bit ever moves in" },
    { id: "15", name: "SDA", role: "input", whenOpen: "no byte reaches the chip" },
    { id: "16", name: "VDD", role: "supply-in", whenOpen: "the chip has no supply" },
  ],
  protocol: "i2c",
  pins: { data: "15", clock: "14" },
  address: { base: 0x20, straps: ["1", "2", "3"] },
  outputLegs: ["4", "5", "6", "7", "9", "10", "11", "12"],
  clockMaximum: 100e3,
  ownCurrent: 0.1,
  supplyLeg: "16",
  groundLeg: "8",
  signalLegs: ["15", "14"],
  ties: [],
  stage: {
    high: { drop: 0, ohms: 50_000, typical: 50_000 },
    low: { drop: 0, ohms: 100, typical: 40, ohmsLow: 150, typicalLow: 60 },
  },
  outputSpecified: 10,
  outputMaximum: 25,
  packageMaximum: 100,
  supplyRange: [2.5, 6],
  highShare: 0.7,
  powerMaximum: 0.4,
} as const satisfies ExpanderPart;
