import { digitOrder } from "../../digit-order";
import { STRAIGHT_DIGITS, STRAIGHT_OUTPUTS } from "../../plan-facts";
import type { ModuleSheet } from "../sheet";
import { GND, VCC, pins } from "./pins";

const header = [VCC, GND, ...pins({ DIN: "data", CS: "latch", CLK: "clock" })];
const out = [VCC, GND, ...pins({ DOUT: "data", CS: "latch", CLK: "clock" })];

/** What boards around this chip usually have at its current-setting leg. */
const SET_OHMS = 10_000;
/** That is the most the chip gives: at this step it is bright enough indoors, and one port feeds four of them. */
const LEVEL = 3;

const dots = (kind: string, name: string, count: number, note: string): ModuleSheet => ({
  bought: {
    kind,
    name,
    header,
    out,
    chips: count,
    digits: count * 8,
    setOhms: SET_OHMS,
    level: LEVEL,
    stands: { turn: 0, mirrored: false, from: count > 1 ? "right" : "left" },
  },
  inside: {
    scheme: "max7219",
    display: "dots",
    module: "8x8",
    polarity: "common-cathode",
    digitSwitch: "bare",
    outputs: STRAIGHT_OUTPUTS,
    digitOutputs: STRAIGHT_DIGITS,
  },
  colour: "red",
  note,
});

const WHICH_WAY =
  "Modules differ in whether DIG0 drives a row or a column, and in which corner comes first: Frames finds out.";

/** Boards around a MAX7219: dots one by one and four in a row, and eight digits. */
export const ON_MAX7219: readonly ModuleSheet[] = [
  dots("dots-max7219", "8 × 8 dots on a MAX7219", 1, WHICH_WAY),
  dots(
    "dots-4-max7219",
    "four 8 × 8 dots in a row on MAX7219",
    4,
    `the module beside the input is the right one on most; ${WHICH_WAY}`,
  ),
  {
    bought: {
      kind: "digits-8-max7219",
      name: "eight digits on a MAX7219",
      header,
      out,
      chips: 1,
      digits: 8,
      setOhms: SET_OHMS,
      level: LEVEL,
    },
    inside: {
      scheme: "max7219",
      display: "plain",
      polarity: "common-cathode",
      digitSwitch: "bare",
      outputs: STRAIGHT_OUTPUTS,
      digitOutputs: digitOrder({ digits: 8 }, "rightmost"),
    },
    colour: "red",
    note: "DIG0 drives the rightmost digit.",
  },
];
