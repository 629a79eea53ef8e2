import type { PipName } from "../glyph";
import type { Volts } from "../quantity";
import type { LegRef } from "../rig";
import type { Reading } from "../sim";
import type { Shade, Sight } from "./patterns";

type LedsOfDigits = ReadonlyArray<readonly PipName[]>;

/** What somebody saw of a pattern: the LEDs that were lit, digit by digit in reading order, dim and bright ones too. */
export interface Seen {
  readonly pattern: string;
  readonly lit: LedsOfDigits;
  readonly dim?: LedsOfDigits;
  readonly bright?: LedsOfDigits;
}

/** What somebody measured: V between a leg and ground, while the rig was held at something. */
export interface Probed {
  readonly held: string;
  readonly leg: LegRef;
  readonly volts: Volts;
}

/** All that is known of a rig that does not do what it should. */
export interface Evidence {
  readonly seen: readonly Seen[];
  readonly measured: readonly Probed[];
  /** What a capture of the lines said of the code: that it sends what the rig's program sends, or something else. */
  readonly sent?: "right" | "wrong";
}

/** What somebody saw, LED by LED. */
export const shadesOf = ({ lit, dim, bright }: Seen, digit: number): ReadonlyMap<PipName, Shade> =>
  new Map([
    ...(lit[digit] ?? []).map((one) => [one, "lit"] as const),
    ...(dim?.[digit] ?? []).map((one) => [one, "dim"] as const),
    ...(bright?.[digit] ?? []).map((one) => [one, "bright"] as const),
  ]);

/** Shades, and no light at all. */
type Seeming = Shade | "dark";

/**
 * How far what was seen is from what would be, in LEDs that somebody would have to have taken wrongly. A dim LED is easily
 * taken for a dark one or for a lit one; but nobody says dim of one that is as it should be.
 */
const APART: Readonly<Record<Seeming, Readonly<Record<Seeming, number>>>> = {
  dark: { dark: 0, dim: 0.7, lit: 1, bright: 1 },
  dim: { dark: 0.5, dim: 0, lit: 0.5, bright: 1 },
  lit: { dark: 1, dim: 1.2, lit: 0, bright: 1.2 },
  bright: { dark: 1, dim: 1, lit: 0.4, bright: 0 },
};

/** LEDs that were seen otherwise than they would be; what nobody can tell may be anything. */
export function missesOf(sight: Sight, seen: Seen): number {
  if (sight === "?") return 0;
  return sight.reduce((sum, would, digit) => {
    const was = shadesOf(seen, digit);
    const leds = new Set([...would.keys(), ...was.keys()]);
    return (
      sum +
      [...leds].reduce((misses, led) => misses + APART[would.get(led) ?? "dark"][was.get(led) ?? "dark"], 0)
    );
  }, 0);
}

/** LEDs that were seen as the second foretells and not as the first does. */
export function explainsMore(first: Sight, second: Sight, seen: Seen): number {
  if (first === "?" || second === "?") return 0;
  return first.reduce((sum, would, digit) => {
    const was = shadesOf(seen, digit);
    const other = second[digit]!;
    const leds = new Set([...would.keys(), ...other.keys(), ...was.keys()]);
    return (
      sum +
      [...leds].filter((led) => would.get(led) !== was.get(led) && other.get(led) === was.get(led)).length
    );
  }, 0);
}

/**
 * How likely a register that was never written shows nothing at all, everything, or one thing out of many. What it holds is
 * lit like anything else: never dim, never bright.
 */
const JUNK = { dark: 0.3, whole: 0.1, other: 0.004, shaded: 0.0005 } as const;

/** @param whole LEDs there are */
export function junkOf({ lit, dim, bright }: Seen, whole: number): number {
  const count = (leds: LedsOfDigits = []) => leds.reduce((sum, { length }) => sum + length, 0);
  if (count(dim) + count(bright) > 0) return JUNK.shaded;
  if (count(lit) === 0) return JUNK.dark;
  return count(lit) === whole ? JUNK.whole : JUNK.other;
}

/** V: a leg nothing drives is pulled down by the meter itself, mostly. */
const NOTHING = 0.4;
const FLOATS = { low: 0.9, other: 0.02 } as const;
/** A chip's ground leg that hangs in the air is lifted by what the chip takes. */
const LIFTED = { low: 0.1, other: 0.6 } as const;
/** How likely any volts are at a leg of which nobody can tell. */
const DOUBTFUL = 0.3;
/** What parts and meters differ by: V, and as a share of the reading. */
const TOLERANCE = { volts: 0.35, share: 0.1 } as const;

/** Whether a measured value is within what parts and meters differ by. */
export const agrees = (foretold: Volts, measured: Volts): boolean =>
  Math.abs(measured - foretold) <= tolerance(foretold);

/** V by which a meter may differ from what is foretold. */
export const tolerance = (foretold: Volts): Volts =>
  Math.max(TOLERANCE.volts, TOLERANCE.share * Math.abs(foretold));

/** How likely a measured value is; undefined where it contradicts what is foretold. */
export function likelihoodOf(reading: Reading, volts: Volts): number | undefined {
  if (reading === "unknown") return DOUBTFUL;
  if (reading === "lifted") return Math.abs(volts) < NOTHING ? LIFTED.low : LIFTED.other;
  if (reading === "floating") return Math.abs(volts) < NOTHING ? FLOATS.low : FLOATS.other;
  return agrees(reading, volts) ? 1 : undefined;
}

/** Readings that a meter shows alike belong together; where nothing is foretold it mostly shows nothing. */
export const kindOfReading = (reading: Reading): string => {
  if (reading === "lifted") return reading;
  return typeof reading === "number" ? `${Math.round(reading / 0.7)}` : "0";
};
