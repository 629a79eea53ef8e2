import type { Leg, ShiftRegisterPart } from "../../sheet";

const drain = (id: string, index: number): Leg => ({ id, name: `DRAIN${index}`, role: "output" });
const ground = (id: string): Leg => ({
  id,
  name: "GND",
  role: "ground",
  whenOpen: "the chip has no return path and cannot work",
});

/** TPIC6B595: the shift register's protocol with eight open-drain sinks. */
export const POWER_REGISTER_TPIC6B595: ShiftRegisterPart = {
  id: "TPIC6B595",
  kind: "shift-register",
  title: "TPIC6B595 power register",
  outline: { style: "dual-in-line", legs: 20 },
  source: "TPIC6B595 data sheet: pin assignment, function description, inputs high from 0.85 VCC",
  sources: {
    outputMaximum:
      "TPIC6B595 data sheet: 150 mA a drain continuous, all eight on; its 500 mA hold for one output and a short pulse only",
    powerMaximum: "TPIC6B595 data sheet: about 1.15 W for the 20-leg body at 25 °C (typical)",
    stage: "TPIC6B595 data sheet: on-resistance 5 Ω typical, 9.5 Ω at most with all outputs hot (typical)",
  },
  legs: [
    { id: "1", name: "NC", role: "not-used" },
    { id: "2", name: "VCC", role: "supply-in", whenOpen: "the chip has no supply" },
    {
      id: "3",
      name: "SER IN",
      role: "input",
      whenOpen: "the chip shifts in whatever an open input happens to read",
    },
    drain("4", 0),
    drain("5", 1),
    drain("6", 2),
    drain("7", 3),
    {
      id: "8",
      name: "SRCLR̅",
      role: "input",
      whenOpen: "an open clear input picks up noise and empties the stages at random; tie it to the supply",
    },
    {
      id: "9",
      name: "G̅",
      role: "input",
      whenOpen: "an open enable input drifts, and the drains come and go; tie it to ground",
    },
    ground("10"),
    ground("11"),
    {
      id: "12",
      name: "RCK",
      role: "input",
      whenOpen: "without a latch pulse the drains never take the new bits",
    },
    { id: "13", name: "SRCK", role: "input", whenOpen: "without a shift clock no bit ever moves in" },
    drain("14", 4),
    drain("15", 5),
    drain("16", 6),
    drain("17", 7),
    { id: "18", name: "SER OUT", role: "output" },
    ground("19"),
    { id: "20", name: "NC", role: "not-used" },
  ],
  joined: [["10", "11", "19"]],
  stages: 8,
  supplyLeg: "2",
  groundLeg: "10",
  signalLegs: ["3", "13", "12"],
  ties: [
    { leg: "9", to: 0, otherwise: "a high enable input keeps all eight drains off" },
    { leg: "8", to: 1, otherwise: "a low clear input holds every stage at 0" },
  ],
  outputLegs: ["4", "5", "6", "7", "14", "15", "16", "17"],
  pins: {
    serialIn: "3",
    shiftClock: "13",
    latchClock: "12",
    outputEnable: "9",
    clear: "8",
    serialOut: "18",
  },
  latch: "edge",
  enabledBy: 0,
  one: "sinks",
  stage: { low: { drop: 0, ohms: 9.5, typical: 5 } },
  outputSpecified: 150,
  outputMaximum: 150,
  supplyRange: [4.5, 5.5],
  highShare: 0.85,
  powerMaximum: 1.15,
  clockMaximum: 10e6,
};
