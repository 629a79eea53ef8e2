import type { Leg, ShiftRegisterPart } from "./types";

const output = (id: string, letter: string, index: number): Leg => ({
  id,
  name: `Q${letter}`,
  otherName: `Q${index}`,
  role: "output",
});

/** 74HC595: eight-stage shift register with an output latch. */
export const SHIFT_REGISTER_74HC595: ShiftRegisterPart = {
  id: "74HC595",
  kind: "shift-register",
  title: "74HC595 shift register",
  outline: { style: "dual-in-line", legs: 16 },
  source:
    "74HC595 data sheet: pin description, function table, absolute maximum ratings, timing requirements at 4.5 V; output resistance from VOH and VOL at 6 mA",
  legs: [
    output("1", "B", 1),
    output("2", "C", 2),
    output("3", "D", 3),
    output("4", "E", 4),
    output("5", "F", 5),
    output("6", "G", 6),
    output("7", "H", 7),
    { id: "8", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
    { id: "9", name: "QH′", otherName: "Q7S", role: "output" },
    {
      id: "10",
      name: "SRCLR̅",
      otherName: "MR̅",
      role: "input",
      whenOpen: "an open clear input picks up noise and empties the stages at random; tie it to the supply",
    },
    {
      id: "11",
      name: "SRCLK",
      otherName: "SHCP",
      role: "input",
      whenOpen: "without a shift clock no bit ever moves in",
    },
    {
      id: "12",
      name: "RCLK",
      otherName: "STCP",
      role: "input",
      whenOpen: "without a latch pulse the outputs never take the new bits",
    },
    {
      id: "13",
      name: "OE̅",
      otherName: "OE̅",
      role: "input",
      whenOpen: "an open enable input drifts, and the outputs come and go; tie it to ground",
    },
    {
      id: "14",
      name: "SER",
      otherName: "DS",
      role: "input",
      whenOpen: "the chip shifts in whatever an open input happens to read",
    },
    output("15", "A", 0),
    { id: "16", name: "VCC", role: "supply-in", whenOpen: "the chip has no supply" },
  ],
  stages: 8,
  pins: {
    serialIn: "14",
    shiftClock: "11",
    latchClock: "12",
    outputEnable: "13",
    clear: "10",
    serialOut: "9",
    supply: "16",
    ground: "8",
    outputs: ["15", "1", "2", "3", "4", "5", "6", "7"],
  },
  outputResistance: 60,
  outputSpecified: 6,
  outputMaximum: 35,
  packageMaximum: 70,
  supplyRange: [2, 6],
  clockMaximum: 25e6,
};
