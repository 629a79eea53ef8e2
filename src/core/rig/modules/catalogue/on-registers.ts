import { STRAIGHT_DIGITS, STRAIGHT_OUTPUTS } from "../../plan-facts";
import type { Bought } from "../bought";
import type { ModuleSheet } from "../sheet";
import { GND, VCC, pins } from "./pins";

/** What such boards have in each line of a segment. */
const SEGMENT_OHMS = 680;

const scanned = (bought: Omit<Bought, "chips" | "segmentsFirst">, note: string): ModuleSheet => ({
  bought: { ...bought, chips: 2, segmentsFirst: true, ohms: SEGMENT_OHMS },
  inside: {
    scheme: "two-registers",
    display: "plain",
    polarity: "common-anode",
    digitSwitch: "bare",
    outputs: STRAIGHT_OUTPUTS,
    digitOutputs: STRAIGHT_DIGITS,
  },
  colour: "red",
  note,
});

const WHOLE_DIGITS =
  "No transistors: one register output carries a whole digit. The display goes dark when the board stops scanning it.";

const header = [VCC, ...pins({ SCLK: "clock", RCLK: "latch", DIO: "data" }), GND];

/** Boards around two 74HC595 that have to be scanned all the time. */
export const ON_REGISTERS: readonly ModuleSheet[] = [
  scanned(
    { kind: "digits-8-74hc595", name: "eight digits on two 74HC595", header, digits: 8 },
    `The segment byte is sent first, then the digit byte. ${WHOLE_DIGITS}`,
  ),
  scanned(
    { kind: "digits-4-74hc595", name: "four digits on two 74HC595", header, digits: 4 },
    `The segment byte is sent first, then the digit byte. ${WHOLE_DIGITS}`,
  ),
  scanned(
    {
      kind: "shield-4-74hc595",
      name: "four digits on two 74HC595, as a shield",
      header: [VCC, GND, ...pins({ "8": "data", "7": "clock", "4": "latch" })],
      digits: 4,
      keeps: ["A0", "A1", "A2", "A3", "3", "10", "11", "12", "13"],
    },
    `Data is on line 8, clock on 7, latch on 4. The shield’s buttons (A1 to A3), knob (A0), lamps (10 to 13) and buzzer (3) keep their lines. ${WHOLE_DIGITS}`,
  ),
];
