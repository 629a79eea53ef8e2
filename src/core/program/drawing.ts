import type { ControllerPart } from "../parts";
import type { Nanoseconds } from "../quantity";
import type { Drawing } from "./types";

/**
 * Clocks of an 8-bit board that a sketch takes to draw a face and to walk through its transfers, without the calls
 * themselves: measured with avr-gcc -Os for the ATmega328P on a simulator, for 1 to 16 modules; all of 3,000 faces were
 * within 70 clocks.
 */
const CLOCKS = { face: 1800, dot: 5, covered: 44.7, inverted: 54.1 };
/** Clocks a statement is taken to last in a board's profile. */
const STATEMENT = 8;

/** How long drawing a face takes, in ns; on other boards by how long a statement takes. */
export function drawingTime(
  { dots, covered, inverted }: Drawing,
  { statement }: Pick<ControllerPart["cost"], "statement">,
): Nanoseconds {
  const clocks = CLOCKS.face + CLOCKS.dot * dots + CLOCKS.covered * covered + CLOCKS.inverted * inverted;
  return Math.round((clocks * statement) / STATEMENT);
}
