import type { BufferPart, Leg } from "../../sheet";

/** Legs of the four buffers (pin configuration): enable, input, output. */
const CHANNELS = [
  ["1", "2", "3"],
  ["4", "5", "6"],
  ["10", "9", "8"],
  ["13", "12", "11"],
] as const;

const legs: readonly Leg[] = [
  ...CHANNELS.flatMap(([enable, input, output], at): Leg[] => [
    {
      id: enable,
      name: `${at + 1}OE̅`,
      role: "input",
      whenOpen: "an open enable lets its output go at random; tie it to ground",
    },
    {
      id: input,
      name: `${at + 1}A`,
      role: "input",
      whenOpen: "an open input floats near its threshold and wastes current; tie it to ground",
    },
    { id: output, name: `${at + 1}Y`, role: "output" },
  ]),
  { id: "7", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
  { id: "14", name: "VCC", role: "supply-in", whenOpen: "the chip has no power" },
];

const COMMON = {
  kind: "buffer",
  outline: { style: "dual-in-line", legs: 14 },
  legs,
  supplyLeg: "14",
  groundLeg: "7",
  signalLegs: CHANNELS.map(([, input]) => input),
  spareTied: true,
  ties: CHANNELS.map(([enable]) => ({
    leg: enable,
    to: 0 as const,
    otherwise: "a high enable lets the output of its buffer go",
  })),
  outputLegs: CHANNELS.map(([, , output]) => output),
  channels: CHANNELS.map(([enable, input, output]) => ({ enable, input, output })),
  supplyRange: [4.5, 5.5],
  highVolts: 2,
  usualHighVolts: 1.4,
  powerMaximum: 0.5,
} satisfies Partial<BufferPart>;

const sourcesOf = (id: string, output: string, specified: string, together: string) => ({
  outputMaximum: `${id} data sheet: absolute maximum ratings, ${output} an output`,
  outputSpecified: `${id} data sheet: VOH and VOL are promised at ${specified}`,
  packageMaximum: `${id} data sheet: absolute maximum ratings, ${together} through VCC or GND`,
  powerMaximum: `${id} data sheet: package power 500 mW`,
  supplyRange: `${id} data sheet: recommended operating conditions, 4.5 to 5.5 V`,
});

const WHAT =
  "pin configuration, function table (a high enable lets the output go); TTL inputs read high from 2 V";

/** 74HCT125: four buffers with TTL inputs, each with an enable of its own. */
export const BUFFER_74HCT125: BufferPart = {
  ...COMMON,
  id: "74HCT125",
  title: "74HCT125 four buffers, TTL inputs",
  source: `74HCT125 data sheet: ${WHAT}`,
  sources: sourcesOf("74HCT125", "35 mA", "6 mA", "70 mA"),
  stage: { high: { drop: 0, ohms: 87, typical: 40 }, low: { drop: 0, ohms: 55, typical: 30 } },
  outputSpecified: 6,
  outputMaximum: 35,
  packageMaximum: 70,
};

/** 74AHCT125: the same, quicker. */
export const BUFFER_74AHCT125: BufferPart = {
  ...COMMON,
  id: "74AHCT125",
  title: "74AHCT125 four buffers, TTL inputs",
  source: `74AHCT125 data sheet: ${WHAT}`,
  sources: sourcesOf("74AHCT125", "25 mA", "8 mA", "50 mA"),
  stage: { high: { drop: 0, ohms: 70, typical: 30 }, low: { drop: 0, ohms: 45, typical: 25 } },
  outputSpecified: 8,
  outputMaximum: 25,
  packageMaximum: 50,
};
