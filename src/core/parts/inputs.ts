import type { InputPart, Leg, Sensed } from "../sheet";
import { KEYPAD_PARTS } from "./keypads";

const WARMTH: Sensed = { what: "warmth", unit: "°C", range: [-40, 125] };
const LIGHT: Sensed = { what: "light", unit: "%", range: [0, 100] };

const ends: readonly Leg[] = [
  { id: "1", name: "one end", role: "passive" },
  { id: "2", name: "other end", role: "passive" },
];

/** Four legs across the gap, joined in pairs over it: pressed, the left pair meets the right one. */
const BUTTON: InputPart = {
  id: "button",
  kind: "input",
  title: "push button",
  outline: { style: "two-rows", perRow: 2 },
  legs: [
    { id: "1", name: "left", role: "passive" },
    { id: "2", name: "right", role: "passive" },
    { id: "3", name: "right", role: "passive" },
    { id: "4", name: "left", role: "passive" },
  ],
  joined: [
    ["1", "4"],
    ["2", "3"],
  ],
  act: { by: "contact", legs: ["1", "2"], stays: false, bounce: 3 },
  source:
    "typical tactile button: four legs joined in pairs, bounces 0.5 to 10 ms on press and on release, worn ones up to 50 ms",
};

const SLIDE_SWITCH: InputPart = {
  id: "slide-switch",
  kind: "input",
  title: "slide switch",
  outline: { style: "header" },
  legs: [
    { id: "1", name: "left", role: "passive" },
    { id: "2", name: "middle", role: "passive" },
    { id: "3", name: "right", role: "passive" },
  ],
  act: { by: "contact", legs: ["2", "3"], stays: true, bounce: 2 },
  source: "typical slide switch: the middle leg meets the leg of the side it is pushed to",
};

const KNOB: InputPart = {
  id: "potentiometer",
  kind: "input",
  title: "potentiometer, 10 kΩ",
  outline: { style: "header" },
  legs: [
    { id: "1", name: "left end", role: "passive" },
    { id: "2", name: "wiper", role: "passive" },
    { id: "3", name: "right end", role: "passive" },
  ],
  act: { by: "wiper", low: "1", wiper: "2", high: "3", ohms: 10_000 },
  source: "typical linear potentiometer of 10 kΩ: small enough for a converter, large enough for the supply",
};

const ENCODER: InputPart = {
  id: "rotary-encoder",
  kind: "input",
  title: "rotary encoder, 20 steps",
  outline: { style: "header" },
  legs: [
    { id: "1", name: "A", role: "passive" },
    { id: "2", name: "common", role: "passive" },
    { id: "3", name: "B", role: "passive" },
  ],
  act: { by: "steps", first: "1", common: "2", second: "3", detents: 20, bounce: 1 },
  source:
    "typical rotary encoder: two contacts in quadrature, 20 detents a turn with four quarter steps each, bounces 1 to 5 ms",
};

const THERMISTOR: InputPart = {
  id: "thermistor-10k",
  kind: "input",
  title: "thermistor, 10 kΩ, B 3950",
  outline: { style: "two-ended" },
  legs: ends,
  act: { by: "thermistor", legs: ["1", "2"], ohms: 10_000, b: 3950, sensed: WARMTH },
  source: "typical thermistor: 10 kΩ at 25 °C, B 3950 K",
};

const LIGHT_SENSOR: InputPart = {
  id: "light-sensor",
  kind: "input",
  title: "light-dependent resistor",
  outline: { style: "two-ended" },
  legs: ends,
  act: { by: "light", legs: ["1", "2"], dark: 1e6, bright: 1000, sensed: LIGHT },
  source: "typical light-dependent resistor: about 1 MΩ in the dark, 1 kΩ in bright light",
};

const warmthSensor = (offset: number): InputPart => ({
  id: offset ? "warmth-sensor-500mV" : "warmth-sensor",
  kind: "input",
  title: `temperature sensor, 10 mV/°C${offset ? " from 500 mV" : ""}`,
  outline: { style: "header" },
  legs: [
    { id: "1", name: "supply", role: "supply-in", whenOpen: "the sensor has no supply" },
    { id: "2", name: "output", role: "output" },
    { id: "3", name: "ground", role: "ground", whenOpen: "the sensor has no return path" },
  ],
  act: {
    by: "voltage",
    supply: "1",
    ground: "3",
    out: "2",
    ohms: 100,
    offset,
    perUnit: 0.01,
    sensed: { ...WARMTH, range: offset ? [-40, 125] : [2, 125] },
  },
  source: `typical temperature sensor: 10 mV for each °C${offset ? ", 500 mV at 0 °C" : ", from 2 °C up"}`,
});

const DISTANCE_SENSOR: InputPart = {
  id: "distance-sensor",
  kind: "input",
  title: "distance sensor by echo, 2 to 400 cm",
  outline: { style: "header" },
  legs: [
    { id: "1", name: "VCC", role: "supply-in", whenOpen: "the sensor has no supply" },
    { id: "2", name: "TRIG", role: "input", whenOpen: "nothing tells it to listen" },
    { id: "3", name: "ECHO", role: "output" },
    { id: "4", name: "GND", role: "ground", whenOpen: "the sensor has no return path" },
  ],
  act: {
    by: "echo",
    supply: "1",
    trigger: "2",
    echo: "3",
    ground: "4",
    ohms: 100,
    begins: 450_000,
    givesUp: 38e6,
    every: 60,
    sensed: { what: "distance", unit: "cm", range: [2, 400] },
  },
  source:
    "typical sensor with trigger and echo: 10 µs on TRIG, then ECHO is high for the flight of sound there and back, 58 µs a centimetre at 20 °C; 38 ms where nothing comes back; asked no more often than every 60 ms",
};

const clockChip = (
  id: string,
  crystal: string,
  values: Pick<Extract<InputPart["act"], { by: "clock" }>, "supplyRange" | "ppm" | "step">,
): InputPart => ({
  id,
  kind: "input",
  title: `clock chip, ${crystal}`,
  outline: { style: "header" },
  legs: [
    { id: "1", name: "VCC", role: "supply-in", whenOpen: "the clock chip does not answer" },
    { id: "2", name: "GND", role: "ground", whenOpen: "the clock chip has no return path" },
    { id: "3", name: "SDA", role: "input", whenOpen: "the time cannot be read" },
    { id: "4", name: "SCL", role: "input", whenOpen: "the time cannot be read" },
  ],
  act: {
    by: "clock",
    supply: "1",
    ground: "2",
    data: "3",
    clock: "4",
    address: 0x68,
    pullUp: 4700,
    ...values,
  },
  source: `typical clock chip on I²C at 0x68: seconds, minutes and hours as packed BCD in registers 0 to 2, ± ${values.ppm} ppm, goes on by a coin cell; pull-ups of 4.7 kΩ on its board`,
});

const CLOCK_CHIPS = [
  clockChip("clock-chip", "compensated crystal", { supplyRange: [2.3, 5.5], ppm: 2, step: 1300 }),
  clockChip("clock-chip-bare", "bare crystal", { supplyRange: [4.5, 5.5], ppm: 20, step: 4700 }),
];

/** What hands and the world move. */
export const INPUTS: readonly InputPart[] = [
  BUTTON,
  SLIDE_SWITCH,
  KNOB,
  ENCODER,
  warmthSensor(0),
  warmthSensor(0.5),
  THERMISTOR,
  LIGHT_SENSOR,
  DISTANCE_SENSOR,
  ...CLOCK_CHIPS,
  ...KEYPAD_PARTS,
];
