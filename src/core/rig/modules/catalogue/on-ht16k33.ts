import type { DisplaySheet } from "../../../parts";
import { STRAIGHT_DIGITS, STRAIGHT_OUTPUTS } from "../../plan-facts";
import type { Inside, ModuleSheet } from "../sheet";
import { GND, VCC, pins } from "./pins";

const header = [VCC, GND, ...pins({ SDA: "data", SCL: "clock" })];
const PULL_OHMS = 10_000;

/** Four digits whose colon has a common of its own, on the leg of segment b: bit 1. */
const COLON_APART: DisplaySheet = {
  polarity: "common-cathode",
  legs: [
    ...(["e", "d", "dp", "c", "g", "digit-4", "colon-common"] as const),
    ...(["b", "digit-3", "digit-2", "f", "a", "digit-1", "not-used"] as const),
  ],
  colonOn: "b",
};

const inside = {
  scheme: "ht16k33",
  polarity: "common-cathode",
  digitSwitch: "bare",
  outputs: STRAIGHT_OUTPUTS,
  digitOutputs: STRAIGHT_DIGITS,
} as const satisfies Partial<Inside>;

const dots = (module: "8x8" | "16x8"): Pick<Inside, "display" | "module"> => ({ display: "dots", module });

const onIt = (
  [kind, name, digits]: readonly [kind: string, name: string, digits: number],
  special: Partial<Inside> & Pick<Inside, "display">,
  note: string,
): ModuleSheet => ({
  bought: { kind, name, header, chips: 1, digits, pullOhms: PULL_OHMS },
  inside: { ...inside, ...special },
  colour: "green",
  note,
});

/** The first column's wire is the last one's on such boards. */
const ROTATED = [...STRAIGHT_OUTPUTS.slice(1), STRAIGHT_OUTPUTS[0]!];

/** Boards around an HT16K33: four digits, and dots. */
export const ON_HT16K33: readonly ModuleSheet[] = [
  onIt(
    ["digits-4-colon-ht16k33", "four digits and colon on an HT16K33", 4],
    { display: "own", own: COLON_APART, digitOutputs: [1, 2, 5, 3, 4, 6, 7, 8] },
    "The colon is bit 1 of COM2; the digits are on COM0, COM1, COM3 and COM4. Solder straps set the address.",
  ),
  onIt(["dots-ht16k33", "8 × 8 dots on an HT16K33", 8], dots("8x8"), "the address by solder straps"),
  onIt(
    ["dots-rotated-ht16k33", "8 × 8 dots on an HT16K33, columns rotated", 8],
    { ...dots("8x8"), outputs: ROTATED },
    "The columns are rotated by one: column 1 is on the leg you would expect for column 8.",
  ),
  onIt(
    ["dots-16-ht16k33", "16 × 8 dots on an HT16K33", 8],
    dots("16x8"),
    "Two blocks side by side. Solder straps set the address.",
  ),
];
