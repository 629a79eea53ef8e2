import type { DriverArrayPart, Leg, TransistorPart } from "../sheet";

const bipolar: readonly Leg[] = [
  { id: "B", name: "base", role: "input", whenOpen: "an open base never turns on for certain" },
  { id: "C", name: "collector", role: "output" },
  { id: "E", name: "emitter", role: "passive" },
];
const channel: readonly Leg[] = [
  { id: "G", name: "gate", role: "input", whenOpen: "an open gate keeps its charge and turns on by itself" },
  { id: "D", name: "drain", role: "output" },
  { id: "S", name: "source", role: "passive" },
];

const FIGURES = { baseDrop: 0.7, baseSlope: 5, gain: 150, saturation: 0.08, saturationSlope: 1.2 };
const SMALL =
  "small-signal transistor, typical: 0.7 V base to emitter, saturates near 0.2 V at 100 mA, gain 150; stays on for about 1 µs after its base drive is gone (storage 0.2 to 2 µs)";

const small = (type: "npn" | "pnp"): TransistorPart => ({
  id: `${type}-switch`,
  kind: "transistor",
  type,
  title: `${type.toUpperCase()} transistor, small`,
  outline: { style: "header" },
  legs: bipolar,
  pins: { control: "B", out: "C", common: "E" },
  current: { keep: 200, maximum: 500 },
  turnOff: 1_000,
  figures: FIGURES,
  source: SMALL,
});

const logicLevel = (type: "n-channel" | "p-channel"): TransistorPart => ({
  id: `${type}-switch`,
  kind: "transistor",
  type,
  title: `${type === "n-channel" ? "N" : "P"}-channel MOSFET, logic level`,
  outline: { style: "header" },
  legs: channel,
  pins: { control: "G", out: "D", common: "S" },
  current: { keep: 500, maximum: 1000 },
  turnOff: 100,
  figures: { threshold: 1.5, thresholdRange: [1, 2.5], onResistance: 0.2 },
  source:
    "logic-level MOSFET, typical: on from about 1.5 V (1 to 2.5 V by the part), 0.2 Ω when driven with 3.3 V or more, no gate current; the gate's charge leaves in about 0.1 µs",
});

export const NPN_SWITCH = small("npn");
export const PNP_SWITCH = small("pnp");
export const N_CHANNEL_SWITCH = logicLevel("n-channel");
export const P_CHANNEL_SWITCH = logicLevel("p-channel");

/** ULN2803: eight Darlington sinks. */
export const DARLINGTON_ULN2803: DriverArrayPart = {
  id: "ULN2803",
  kind: "driver-array",
  title: "ULN2803 Darlington array",
  outline: { style: "dual-in-line", legs: 18 },
  legs: [
    ...Array.from({ length: 8 }, (_, at): Leg => ({
      id: String(at + 1),
      name: `IN${at + 1}`,
      role: "input",
    })),
    { id: "9", name: "GND", role: "ground", whenOpen: "no output can sink anything" },
    { id: "10", name: "COM", role: "not-used" },
    ...Array.from({ length: 8 }, (_, at): Leg => ({
      id: String(at + 11),
      name: `OUT${8 - at}`,
      role: "output",
    })),
  ],
  inputs: ["1", "2", "3", "4", "5", "6", "7", "8"],
  outputs: ["18", "17", "16", "15", "14", "13", "12", "11"],
  ground: "9",
  common: "10",
  inputOhms: 2700,
  figures: { baseDrop: 1.4, baseSlope: 50, gain: 1000, saturation: 0.75, saturationSlope: 1.5 },
  turnOff: 1_000,
  outputMaximum: 500,
  packageMaximum: 1000,
  powerMaximum: 1,
  source:
    "ULN2803 data sheet: 0.9 V at 100 mA, 1.0 V at 200 mA, 1.3 V at 350 mA, 500 mA a sink, 2.7 kΩ at each input; turn-off about 1 µs; package power 1 W kept of 1.47 W at 25 °C, so about 1 A together (typical)",
};
