import { SEGMENTS, type SegmentName } from "../glyph";
import type { DisplayPart, Leg, LedColour, LedFigures, Polarity } from "./types";

/** Usual 10-leg package, seen from the front, point at the bottom right: along the bottom, then along the top. */
const ONE_DIGIT_LEGS: Readonly<Record<string, SegmentName | "common">> = {
  "1": "e",
  "2": "d",
  "3": "common",
  "4": "c",
  "5": "dp",
  "6": "b",
  "7": "a",
  "8": "common",
  "9": "f",
  "10": "g",
};

const COMMON = "3";

function oneDigit(polarity: Polarity): DisplayPart {
  const legs = Object.entries(ONE_DIGIT_LEGS).map(([id, use]): Leg => ({
    id,
    name: use === "common" ? (polarity === "common-cathode" ? "common −" : "common +") : use,
    role: "led",
  }));
  const legOf = (segment: SegmentName): string =>
    Object.entries(ONE_DIGIT_LEGS).find(([, use]) => use === segment)![0];
  return {
    id: polarity === "common-cathode" ? "digit-1-cc" : "digit-1-ca",
    kind: "display",
    title: `one digit, ${polarity === "common-cathode" ? "common cathode" : "common anode"}, 10 legs`,
    outline: { style: "two-rows", perRow: 5 },
    source: "customary leg order of 10-leg, 14 mm one-digit displays; check it against the sheet of yours",
    legs,
    polarity,
    digits: 1,
    leds: SEGMENTS.map((segment) => ({
      digit: 1,
      segment,
      anode: polarity === "common-cathode" ? legOf(segment) : COMMON,
      cathode: polarity === "common-cathode" ? COMMON : legOf(segment),
    })),
    joined: [["3", "8"]],
  };
}

export const DIGIT_1_COMMON_CATHODE = oneDigit("common-cathode");
export const DIGIT_1_COMMON_ANODE = oneDigit("common-anode");

const LED_SOURCE = "typical figures for 3 to 5 mm indicator and display LEDs; use the sheet of yours";

/** Figures to start from, a colour each. */
export const LED_FIGURES: Readonly<Record<LedColour, LedFigures>> = {
  red: { colour: "red", title: "red", forward: 1.9, slope: 10, keep: 20, maximum: 30, source: LED_SOURCE },
  amber: {
    colour: "amber",
    title: "amber",
    forward: 2.0,
    slope: 12,
    keep: 20,
    maximum: 30,
    source: LED_SOURCE,
  },
  "yellow-green": {
    colour: "yellow-green",
    title: "yellow-green (older)",
    forward: 2.1,
    slope: 15,
    keep: 20,
    maximum: 30,
    source: LED_SOURCE,
  },
  green: {
    colour: "green",
    title: "true green",
    forward: 3.1,
    slope: 20,
    keep: 20,
    maximum: 30,
    source: LED_SOURCE,
  },
  blue: { colour: "blue", title: "blue", forward: 3.1, slope: 20, keep: 20, maximum: 30, source: LED_SOURCE },
  white: {
    colour: "white",
    title: "white",
    forward: 3.1,
    slope: 20,
    keep: 20,
    maximum: 30,
    source: LED_SOURCE,
  },
};
