import type { Hertz, Milliseconds, Nanoseconds } from "../quantity";

/** When a digit is lit within one turn, in ns from its start. */
export interface Span {
  readonly from: Nanoseconds;
  readonly to: Nanoseconds;
}

/** How a camera takes a picture: each row is exposed for a while, and the rows start one after the other. */
export interface Shutter {
  readonly exposure: Milliseconds;
  /** From the start of the first row to the start of the last; 0 for a shutter that takes all at once. */
  readonly readout: Milliseconds;
}

export interface CameraView {
  /** How often an exposure catches a digit: at least and at most. */
  readonly least: number;
  readonly most: number;
  /** Least light over most light of a digit among all moments one could press the button; 1 is even, 0 some digits are missing. */
  readonly evenness: number;
  /** Dark and bright bands over the height of the picture. */
  readonly bands: number;
  /** Exposures that see whole turns only, in ms, the nearest below and above the one asked for. */
  readonly cleanExposures: readonly Milliseconds[];
  /** The rate from which on this exposure varies by less than a tenth. */
  readonly cleanRate: Hertz;
}

/** Light a digit gives between two moments, in ns of being lit. */
function litBetween(spans: readonly Span[], period: Nanoseconds, from: number, to: number): number {
  const upTo = (time: number): number => {
    const scans = Math.floor(time / period);
    const rest = time - scans * period;
    const whole = spans.reduce((sum, span) => sum + span.to - span.from, 0);
    return (
      scans * whole +
      spans.reduce((sum, span) => sum + Math.min(Math.max(rest - span.from, 0), span.to - span.from), 0)
    );
  };
  return upTo(to) - upTo(from);
}

/**
 * The light of a digit in each row of a picture, as a share of what a long exposure gives.
 * @param start when the first row begins, in ns from the start of a turn
 */
export function rowsOf(
  spans: readonly Span[],
  period: Nanoseconds,
  { exposure, readout }: Shutter,
  rows: number,
  start: Nanoseconds,
): number[] {
  const open = exposure * 1e6;
  const mean = (spans.reduce((sum, span) => sum + span.to - span.from, 0) / period) * open;
  return Array.from({ length: rows }, (_, row) => {
    const from = start + (rows > 1 ? (row / (rows - 1)) * readout * 1e6 : 0);
    return mean > 0 ? litBetween(spans, period, from, from + open) / mean : 0;
  });
}

const STARTS = 400;

/** What a camera makes of a digit that is lit in turns. */
export function cameraView(spans: readonly Span[], period: Nanoseconds, shutter: Shutter): CameraView {
  const scans = (shutter.exposure * 1e6) / period;
  const rate = 1e9 / period;
  const lights = Array.from({ length: STARTS }, (_, at) =>
    litBetween(spans, period, (at / STARTS) * period, (at / STARTS) * period + shutter.exposure * 1e6),
  );
  const most = Math.max(...lights);
  const periodMs = period / 1e6;
  const below = Math.max(1, Math.floor(scans)) * periodMs;
  const above = (Math.floor(scans) + 1) * periodMs;
  return {
    least: Math.floor(scans + 1e-9),
    most: Math.ceil(scans - 1e-9),
    evenness: most > 0 ? Math.min(...lights) / most : 1,
    bands: shutter.readout * 1e-3 * rate,
    cleanExposures: [...new Set([below, above])],
    cleanRate: 10 / (shutter.exposure / 1000),
  };
}
