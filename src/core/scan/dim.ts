import type { Scan } from "../rig";

/** Shares of the brightness there is now that are offered as steps; an eye takes each for about as much dimmer. */
export const DIM_STEPS: readonly number[] = [0.5, 0.25, 0.125];

/** Shortest on-time, in µs, a step may leave. */
const LEAST_ON = 1;

/**
 * The same rate with less light: what is taken from the longest on-time is added to the blank time of every slot.
 * @param share of the present on-times, above 0; above 1 takes blank time back as far as there is some
 */
export function dimTo(scan: Scan, share: number): Scan {
  const longest = Math.max(...scan.on);
  const most = (longest + scan.blank) / longest;
  const taken = Math.min(share, most);
  return {
    ...scan,
    on: scan.on.map((time) => Math.max(LEAST_ON, Math.round(time * taken))),
    blank: Math.max(0, Math.round(scan.blank + longest * (1 - taken))),
  };
}
