import { HC_STAGE, HC_STAGE_SOURCE, type Leg, type SelectorPart } from "../../sheet";

const ADDRESS_OPEN = "an open address input picks a digit at random";
const ENABLE_OPEN = "an open enable input lets the outputs come and go";

const HC_SOURCE = "pin description, function table, absolute maximum ratings";

/** 74HC138 and 74HC238: three address bits to one of eight outputs. */
function threeToEight(id: string, chosen: 0 | 1): SelectorPart {
  const bar = chosen === 0 ? "̅" : "";
  const output = (leg: string, index: number): Leg => ({
    id: leg,
    name: `Y${index}${bar}`,
    otherName: `Y${index}${bar}`,
    role: "output",
  });
  const input = (leg: string, name: string, otherName: string, whenOpen: string): Leg => ({
    id: leg,
    name,
    otherName,
    role: "input",
    whenOpen,
  });
  return {
    id,
    kind: "selector",
    title: `${id} 3-to-8 decoder`,
    outline: { style: "dual-in-line", legs: 16 },
    source: `${id} data sheet: ${HC_SOURCE}`,
    sources: {
      outputMaximum: `${id} data sheet: absolute maximum ratings, 25 mA an output`,
      outputSpecified: `${id} data sheet: VOH and VOL are promised at 4 mA`,
      packageMaximum: `${id} data sheet: absolute maximum ratings, 50 mA through VCC or GND`,
      powerMaximum: `${id} data sheet: package power 500 mW`,
      stage: HC_STAGE_SOURCE,
    },
    legs: [
      input("1", "A", "A0", ADDRESS_OPEN),
      input("2", "B", "A1", ADDRESS_OPEN),
      input("3", "C", "A2", ADDRESS_OPEN),
      input("4", "G2A̅", "E1̅", ENABLE_OPEN),
      input("5", "G2B̅", "E2̅", ENABLE_OPEN),
      input("6", "G1", "E3", ENABLE_OPEN),
      output("7", 7),
      { id: "8", name: "GND", role: "ground", whenOpen: "the chip has no return path and cannot work" },
      output("9", 6),
      output("10", 5),
      output("11", 4),
      output("12", 3),
      output("13", 2),
      output("14", 1),
      output("15", 0),
      { id: "16", name: "VCC", role: "supply-in", whenOpen: "the chip has no supply" },
    ],
    supplyLeg: "16",
    groundLeg: "8",
    signalLegs: ["1", "2", "3"],
    // Fewer than eight digits need fewer address bits.
    spareTied: true,
    ties: [
      { leg: "4", to: 0, otherwise: "no output is chosen" },
      { leg: "5", to: 0, otherwise: "no output is chosen" },
      { leg: "6", to: 1, otherwise: "no output is chosen" },
    ],
    outputLegs: ["15", "14", "13", "12", "11", "10", "9", "7"],
    address: ["1", "2", "3"],
    enables: [
      { leg: "6", active: 1 },
      { leg: "4", active: 0 },
      { leg: "5", active: 0 },
    ],
    chosen,
    stage: { high: HC_STAGE, low: HC_STAGE },
    outputSpecified: 4,
    outputMaximum: 25,
    packageMaximum: 50,
    supplyRange: [2, 6],
    highShare: 0.7,
    powerMaximum: 0.5,
  };
}

export const DECODER_74HC138 = threeToEight("74HC138", 0);
export const DECODER_74HC238 = threeToEight("74HC238", 1);
