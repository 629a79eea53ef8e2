import { parseSegments, type SegmentName } from "../../glyph";
import type { Leg, SegmentDecoderPart } from "../../sheet";

const shapes = (...codes: string[]): ReadonlyArray<readonly SegmentName[]> =>
  codes.map((code) => parseSegments(code)!);

/** 4511: 6 and 9 without tails, codes 10 to 15 blank. */
const SHAPES_4511 = shapes(
  ...["abcdef", "bc", "abdeg", "abcdg", "bcfg", "acdfg", "cdefg", "abc", "abcdefg", "abcfg"],
  ...["", "", "", "", "", ""],
);

/** 74LS47: 6 and 9 without tails, codes 10 to 14 odd shapes, 15 blank. */
const SHAPES_7447 = shapes(
  ...["abcdef", "bc", "abdeg", "abcdg", "bcfg", "acdfg", "cdefg", "abc", "abcdefg", "abcfg"],
  ...["deg", "cdg", "bfg", "adfg", "defg", ""],
);

const CODE_OPEN = "an open code input shows numbers that were not sent";

/** Legs the two decoders have in common: code, test, blanking, supply and segments a to g on the same numbers. */
const legs = (three: Leg, four: Leg, five: Leg, bar: string): Leg[] => [
  { id: "1", name: "B", otherName: "D1", role: "input", whenOpen: CODE_OPEN },
  { id: "2", name: "C", otherName: "D2", role: "input", whenOpen: CODE_OPEN },
  three,
  four,
  five,
  { id: "6", name: "D", otherName: "D3", role: "input", whenOpen: CODE_OPEN },
  { id: "7", name: "A", otherName: "D0", role: "input", whenOpen: CODE_OPEN },
  { id: "8", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
  ...(["e", "d", "c", "b", "a", "g", "f"] as const).map((segment, at): Leg => ({
    id: String(9 + at),
    name: `${segment}${bar}`,
    role: "output",
  })),
  { id: "16", name: "VCC", role: "supply-in", whenOpen: "the chip has no supply" },
];

/** Segments a to g; the point has no output. */
const OUTPUTS = ["13", "12", "11", "10", "9", "15", "14"];

/** 4511: latch, decoder and high-side driver for common-cathode digits. */
export const DECODER_4511: SegmentDecoderPart = {
  id: "4511",
  kind: "segment-decoder",
  title: "4511 BCD-to-segment decoder",
  outline: { style: "dual-in-line", legs: 16 },
  source: "4511 data sheet: pin diagram, function table; pulls low weakly",
  sources: {
    outputMaximum: "4511 data sheet: outputs source up to 25 mA",
    outputSpecified: "4511 data sheet: VOH is given to 25 mA",
    powerMaximum: "4511 data sheet: package power 500 mW",
    stage: "4511 data sheet: VOH at 0, 10 and 25 mA: 0.9 V below a 5 V supply, then some 25 Ω",
  },
  legs: legs(
    { id: "3", name: "LT̅", role: "input", whenOpen: "an open lamp test may light everything" },
    { id: "4", name: "BL̅", role: "input", whenOpen: "an open blanking input blanks at random" },
    { id: "5", name: "LE", role: "input", whenOpen: "an open latch enable holds old codes" },
    "",
  ),
  supplyLeg: "16",
  groundLeg: "8",
  signalLegs: ["7", "1", "2", "6"],
  ties: [
    { leg: "3", to: 1, otherwise: "a low lamp test lights every segment" },
    { leg: "4", to: 1, otherwise: "a low blanking input keeps every segment dark" },
    { leg: "5", to: 0, otherwise: "a high latch enable holds the last code" },
  ],
  outputLegs: OUTPUTS,
  pins: { code: ["7", "1", "2", "6"], lampTest: "3", blank: "4", latch: "5" },
  lit: 1,
  table: SHAPES_4511,
  stage: { high: { drop: 0.9, ohms: 25 }, low: { drop: 0, ohms: 1000 } },
  outputSpecified: 25,
  outputMaximum: 25,
  supplyRange: [3, 15],
  highShare: 0.7,
  powerMaximum: 0.5,
};

/** 74LS47: decoder with open-collector sinks for common-anode digits. */
export const DECODER_74LS47: SegmentDecoderPart = {
  id: "74LS47",
  kind: "segment-decoder",
  title: "74LS47 BCD-to-segment decoder",
  outline: { style: "dual-in-line", legs: 16 },
  source:
    "74LS47 data sheet: pin assignment, function table; TTL inputs read high from 2 V, and turn near 1.4 V (typical)",
  sources: {
    outputMaximum: "74LS47 data sheet: 24 mA an output",
    outputSpecified: "74LS47 data sheet: VOL is promised at 24 mA",
    powerMaximum: "typical: package power 500 mW",
    stage: "74LS47 data sheet: 0.25 V at 12 mA and 0.35 V at 24 mA typical, 0.5 V at most at 24 mA",
  },
  legs: legs(
    {
      id: "3",
      name: "LT̅",
      role: "input",
      whenOpen: "an open lamp test reads high on TTL, but picks up noise",
    },
    {
      id: "4",
      name: "BI̅/RBO̅",
      role: "input",
      whenOpen: "an open blanking input reads high on TTL, but picks up noise",
    },
    { id: "5", name: "RBI̅", role: "input", whenOpen: "leading zeros may blank at random" },
    "̅",
  ),
  supplyLeg: "16",
  groundLeg: "8",
  signalLegs: ["7", "1", "2", "6"],
  ties: [
    { leg: "3", to: 1, otherwise: "a low lamp test lights every segment" },
    { leg: "4", to: 1, otherwise: "a low blanking input keeps every segment dark" },
    { leg: "5", to: 1, otherwise: "a low ripple-blanking input makes a zero dark" },
  ],
  outputLegs: OUTPUTS,
  pins: { code: ["7", "1", "2", "6"], lampTest: "3", blank: "4" },
  lit: 0,
  table: SHAPES_7447,
  stage: { low: { drop: 0.15, ohms: 14.6, typical: 8.3 } },
  outputSpecified: 24,
  outputMaximum: 24,
  supplyRange: [4.75, 5.25],
  highVolts: 2,
  usualHighVolts: 1.4,
  powerMaximum: 0.5,
};
