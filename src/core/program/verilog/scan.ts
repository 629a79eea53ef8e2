import { scannedWord, type RigModel } from "../../address";
import { controllerById } from "../../rig";
import { dividerBits } from "../../timing";
import type { Program } from "../types";

/** The counters that go from digit to digit: alike whether faces come from a table or are drawn. */
export interface ScanCounters {
  readonly digitBits: number;
  readonly turnBits: number;
  /** Constants, with what they stand for. */
  readonly constants: readonly string[];
  readonly registers: readonly string[];
  /** What is done at every clock. */
  readonly clocked: readonly string[];
}

/** How many clocks of the board a time takes, one at the least. */
const clocksOf = (clock: number, microseconds: number): number =>
  Math.max(1, Math.round((microseconds * clock) / 1e6));

/** The counters of a rig's scan. */
export function scanCounters(model: RigModel, program: Program): ScanCounters {
  const { scan } = model.rig;
  const { clock } = controllerById(model.rig.plan.controller);
  const slots = program.on.length;
  const counts = program.on.map((on) => clocksOf(clock, on + scan.blank));
  const turnBits = dividerBits(Math.max(...counts));
  const digitBits = dividerBits(slots);
  const even = new Set(counts).size === 1;
  return {
    digitBits,
    turnBits,
    constants: [
      `  parameter BLANK = ${scan.blank > 0 ? clocksOf(clock, scan.blank) : 0};  // ${scan.blank} us`,
      ...(even
        ? [`  parameter TURN = ${counts[0]};  // ${program.on[0]! + scan.blank} us a ${scannedWord(model)}`]
        : []),
    ],
    registers: [
      `  reg [${turnBits - 1}:0] scan_turn = 0;   // within the turn of a ${scannedWord(model)}`,
      `  reg [${digitBits - 1}:0] scan_digit = 0;  // whose turn it is`,
      ...(even
        ? ["  wire scan_last = scan_turn == TURN - 1;"]
        : [
            `  reg [${turnBits - 1}:0] scan_length;`,
            "  always @* case (scan_digit)",
            ...counts.map((count, slot) => `    ${digitBits}'d${slot}: scan_length = ${count};`),
            `    default: scan_length = ${counts[0]};`,
            "  endcase",
            "  wire scan_last = scan_turn == scan_length - 1;",
          ]),
    ],
    clocked: [
      "    scan_turn <= scan_last ? 0 : scan_turn + 1;",
      `    if (scan_last) scan_digit <= scan_digit == ${slots - 1} ? 0 : scan_digit + 1;`,
    ],
  };
}
