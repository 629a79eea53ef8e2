import type { Milliamps, Ohms, Volts } from "../quantity";
import type { SetCurrent } from "./chips";

/** The resistor for each current of the table at a forward drop, between columns in proportion. */
function columnAt({ forward, rows }: SetCurrent, drop: Volts): Array<{ current: Milliamps; ohms: Ohms }> {
  const last = forward.length - 1;
  let right = forward.findIndex((volts) => volts >= drop);
  if (right < 0) right = last;
  const left = Math.max(0, right - 1);
  const span = forward[right]! - forward[left]!;
  const share = span > 0 ? Math.min(1, Math.max(0, (drop - forward[left]!) / span)) : 0;
  return rows.map(({ current, ohms }) => ({
    current,
    ohms: ohms[left]! + (ohms[right]! - ohms[left]!) * share,
  }));
}

/** Straight lines through points in logarithms: current falls about as the resistor grows. Runs on beyond the ends. */
function alongLogs(points: ReadonlyArray<readonly [number, number]>, x: number): number {
  let at = points.findIndex(([from]) => from >= x);
  if (at < 0) at = points.length - 1;
  const [x1, y1] = points[Math.max(1, at) - 1]!;
  const [x2, y2] = points[Math.max(1, at)]!;
  const share = Math.log(x / x1) / Math.log(x2 / x1);
  return y1 * (y2 / y1) ** share;
}

/**
 * Peak segment current a resistor sets, by interpolation in the sheet's table.
 * @param drop forward drop of the LED in V; beyond the table its nearest column counts
 */
export const setCurrentFor = (table: SetCurrent, ohms: Ohms, drop: Volts): Milliamps =>
  alongLogs(
    columnAt(table, drop).map(({ current, ohms: at }) => [at, current] as const),
    ohms,
  );

/** The resistor for a peak segment current; the inverse of {@link setCurrentFor}. */
export const setResistorFor = (table: SetCurrent, current: Milliamps, drop: Volts): Ohms =>
  alongLogs(
    columnAt(table, drop)
      .map(({ current: at, ohms }) => [at, ohms] as const)
      .reverse(),
    current,
  );
