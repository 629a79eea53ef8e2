import type { DisplaySheet } from "../../../parts";
import { STRAIGHT_DIGITS, STRAIGHT_OUTPUTS } from "../../plan-facts";
import type { Bought } from "../bought";
import type { Inside, ModuleSheet } from "../sheet";
import { GND, VCC, pins } from "./pins";

const twoWire = [...pins({ CLK: "clock", DIO: "data" }), VCC, GND];
const threeWire = [VCC, GND, ...pins({ STB: "latch", CLK: "clock", DIO: "data" })];

const PULL_OHMS = 10_000;
/** The least such boards have on their lines; some have a hundred times as much, which slows the edges. */
const FILTER_FARADS = 100e-12;

/** Nothing limits the current of these but the chip: at this step it stays cool with all lit. */
const COOL_LEVEL = 2;

/** Four digits whose point leg lights the colon behind the second, and nothing else. */
const WITH_COLON: DisplaySheet = {
  polarity: "common-anode",
  legs: ["e", "d", "dp", "c", "g", "digit-4", "b", "digit-3", "digit-2", "f", "a", "digit-1"],
  pointIs: { 2: "colon" },
};

const anodes = {
  scheme: "tm1637",
  display: "plain",
  polarity: "common-anode",
  digitSwitch: "bare",
  outputs: STRAIGHT_OUTPUTS,
  digitOutputs: STRAIGHT_DIGITS,
} as const satisfies Inside;

const onTwoWires = (
  bought: Pick<Bought, "kind" | "name" | "digits">,
  inside: Partial<Inside>,
  note: string,
): ModuleSheet => ({
  bought: { ...bought, header: twoWire, chips: 1, pullOhms: PULL_OHMS, filterFarads: FILTER_FARADS },
  inside: { ...anodes, ...inside },
  colour: "red",
  note,
});

/** Eight keys on the third key leg, those of the left half on the odd segment legs. */
const KEYS_ON_K3 = [1, 3, 5, 7, 2, 4, 6, 8].map((segment) => ({ segment, input: 3 }));

/** Boards around a TM1637 and a TM1638. */
export const ON_TM16: readonly ModuleSheet[] = [
  onTwoWires(
    { kind: "digits-4-colon-tm1637", name: "four digits and colon on a TM1637", digits: 4 },
    { display: "own", own: WITH_COLON },
    "The point of the second digit is the colon; there are no other points.",
  ),
  onTwoWires(
    { kind: "digits-4-tm1637", name: "four digits with points on a TM1637", digits: 4 },
    {},
    "Every digit has a point; there is no colon.",
  ),
  onTwoWires(
    { kind: "digits-6-tm1637", name: "six digits on a TM1637", digits: 6 },
    { digitOutputs: [3, 2, 1, 6, 5, 4, 7, 8] },
    "From the left, the digits are on GRID3, 2, 1, 6, 5 and 4.",
  ),
  {
    bought: {
      kind: "digits-8-lamps-keys-tm1638",
      name: "eight digits, lamps and keys on a TM1638",
      header: threeWire,
      chips: 1,
      digits: 8,
      level: COOL_LEVEL,
      keys: KEYS_ON_K3,
    },
    inside: { ...anodes, scheme: "tm1638", polarity: "common-cathode" },
    colour: "red",
    note: "The lamp over each digit is on SEG9; the keys are on K3.",
  },
  {
    bought: {
      kind: "digits-8-keys-16-tm1638",
      name: "eight digits and sixteen keys on a TM1638",
      header: threeWire,
      chips: 1,
      digits: 8,
      level: COOL_LEVEL,
      exchanged: true,
    },
    inside: { ...anodes, scheme: "tm1638" },
    colour: "red",
    note: "Common-anode digits on the segment legs: the bits of one digit are spread over eight addresses.",
  },
];
