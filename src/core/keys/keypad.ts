import { KEYPADS, type KeypadName } from "../parts";
import type { Microseconds, Milliseconds } from "../quantity";

/** One step of a keypad's scan: a row is pulled low, and the columns that follow it are read. */
export interface ScanStep {
  readonly row: number;
  /** Columns that read low. */
  readonly low: readonly number[];
}

export interface KeypadReading {
  readonly steps: readonly ScanStep[];
  /** Keys the program takes for pressed, by place from the top left. */
  readonly seen: readonly number[];
  /** Those of them that are not pressed at all. */
  readonly ghosts: readonly number[];
}

/**
 * Scans a keypad whose columns are pulled up and whose rows are pulled low one after the other, the others let go. A
 * pressed key joins its row and its column. Without diodes current finds its way through several keys: three pressed
 * corners of a rectangle make the fourth read as pressed. With a diode at each key it only runs from column to row.
 * @param down places of pressed keys, row by row from the top left
 */
export function scanKeypad(pad: KeypadName, down: ReadonlySet<number>, diodes: boolean): KeypadReading {
  const { rows, columns } = KEYPADS[pad];
  const isDown = (row: number, column: number) => down.has(row * columns + column);
  const steps = Array.from({ length: rows }, (_, row): ScanStep => {
    const lowRows = new Set([row]);
    const lowColumns = new Set<number>();
    for (let grows = true; grows;) {
      grows = false;
      for (let at = 0; at < rows; at += 1) {
        for (let column = 0; column < columns; column += 1) {
          if (!isDown(at, column)) continue;
          if (lowRows.has(at) && !lowColumns.has(column)) {
            lowColumns.add(column);
            grows = true;
          }
          if (!diodes && lowColumns.has(column) && !lowRows.has(at)) {
            lowRows.add(at);
            grows = true;
          }
        }
      }
    }
    return { row, low: [...lowColumns].sort((one, other) => one - other) };
  });
  const seen = steps.flatMap(({ row, low }) => low.map((column) => row * columns + column));
  return { steps, seen, ghosts: seen.filter((key) => !down.has(key)) };
}

/** How a pressed contact is told from its bouncing. */
export interface Debounce {
  /** Times in a row a key has to read the same. */
  readonly samples: number;
  /** From the first touch until the program acts, at best and at worst. */
  readonly atBest: Milliseconds;
  readonly atWorst: Milliseconds;
}

/**
 * How many equal readings a debouncing time asks for, and how late that makes a key. A contact may bounce for the time
 * and only then be steady.
 * @param time how long the contact may bounce, ms; small keys 5 to 20 ms
 * @param every from one scan to the next, ms
 */
export function debounceFor(time: Milliseconds, every: Milliseconds): Debounce {
  const samples = Math.max(1, Math.ceil(time / every) + 1);
  return { samples, atBest: (samples - 1) * every, atWorst: time + samples * every };
}

/** Feeds readings to a debouncer: a state counts once it was read so many times in a row. @returns the state after each */
export function debounced(readings: readonly boolean[], samples: number): boolean[] {
  let state = readings[0] ?? false;
  let run = 0;
  let last = state;
  return readings.map((reading) => {
    run = reading === last ? run + 1 : 1;
    last = reading;
    if (run >= samples) state = reading;
    return state;
  });
}

/** One whole scan: each row is pulled low, given time to settle, and the columns are read. @param call one call, µs */
export const keypadScanTime = (pad: KeypadName, call: Microseconds, settle: Microseconds): Microseconds =>
  KEYPADS[pad].rows * (2 * call + settle + KEYPADS[pad].columns * call);
