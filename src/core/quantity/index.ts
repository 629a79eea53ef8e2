/**
 * Quantities with units. The flavours document what a number means and stop volts being passed for milliamps,
 * while plain literals still fit.
 */
export type Flavour<Unit extends string> = number & { readonly unit?: Unit };
export type Volts = Flavour<"V">;
export type Milliamps = Flavour<"mA">;
export type Ohms = Flavour<"Ω">;
export type Farads = Flavour<"F">;
export type Watts = Flavour<"W">;
export type Hertz = Flavour<"Hz">;
export type Nanoseconds = Flavour<"ns">;
export type Microseconds = Flavour<"µs">;
export type Milliseconds = Flavour<"ms">;

export { E_SERIES, neighbours, type ESeries } from "./e-series";

export type QuantityUnit = "V" | "A" | "Ω" | "F" | "Hz" | "s" | "W";

const PREFIXES: ReadonlyArray<readonly [symbol: string, power: number]> = [
  ["G", 9],
  ["M", 6],
  ["k", 3],
  ["", 0],
  ["m", -3],
  ["µ", -6],
  ["n", -9],
  ["p", -12],
];

const POWER_OF: Readonly<Record<string, number>> = {
  ...Object.fromEntries(PREFIXES),
  u: -6,
  μ: -6,
  K: 3,
};

/** Spellings of a unit people type; the first is the one shown. */
const SPELLINGS: Readonly<Record<QuantityUnit, readonly string[]>> = {
  V: ["V"],
  A: ["A"],
  Ω: ["Ω", "Ω", "ohm", "ohms", "R"],
  F: ["F"],
  Hz: ["Hz"],
  s: ["s", "sec"],
  W: ["W"],
};

/**
 * Writes a value with its SI prefix: 0.0031 A → "3.1 mA", 4700 Ω → "4.7 kΩ".
 * @param value in the base unit; any finite number
 * @param digits significant digits, 1 to 12
 */
export function formatQuantity(value: number, unit: QuantityUnit, digits = 3): string {
  if (!Number.isFinite(value)) return `– ${unit}`;
  if (value === 0) return `0 ${unit}`;
  const rounded = Number(value.toPrecision(digits));
  const power = Math.log10(Math.abs(rounded));
  const prefix = PREFIXES.find(([, p]) => power >= p - 1e-9) ?? PREFIXES[PREFIXES.length - 1]!;
  const scaled = Number((rounded / 10 ** prefix[1]).toPrecision(digits));
  return `${String(scaled).replace("-", "−")} ${prefix[0]}${unit}`;
}

/** Milliamps written with their prefix: 3.1 → "3.1 mA", 0.04 → "40 µA". */
export const formatMilliamps = (current: Milliamps, digits = 3): string =>
  formatQuantity(current / 1000, "A", digits);

/** Nanoseconds written with their prefix: 16700 → "16.7 µs". */
export const formatNanoseconds = (time: Nanoseconds, digits = 4): string =>
  formatQuantity(time / 1e9, "s", digits);

/** A deviation in millionths: 1200 → "+1,200 ppm", below half of one "exact". */
export const formatPpm = (error: number): string =>
  Math.abs(error) < 0.5
    ? "exact"
    : `${error > 0 ? "+" : "−"}${Math.abs(Math.round(error)).toLocaleString("en")} ppm`;

/** A count of bytes as one reads it: exact up to ten thousand, then in KiB. */
export const formatBytes = (count: number): string =>
  count < 10_000 ? `${Math.round(count).toLocaleString("en")} B` : `${(count / 1024).toPrecision(3)} KiB`;

export type ParsedQuantity = { ok: true; value: number } | { ok: false; message: string };

/**
 * Reads what a person types for a quantity: "470", "4k7", "4.7 kΩ", "250 ms", "1,5 s", "20mA", "1/50".
 * @returns the value in the base unit, or a message that says what was expected
 */
export function parseQuantity(text: string, unit: QuantityUnit): ParsedQuantity {
  const example = {
    V: "1.9 V",
    A: "10 mA",
    Ω: "470 or 4k7",
    F: "100 nF",
    Hz: "1 kHz",
    s: "250 ms",
    W: "0.25 W",
  }[unit];
  const refuse = (why: string): ParsedQuantity => ({
    ok: false,
    message: `${why}; write it like ${example}`,
  });
  let rest = text.trim().replace(/−/g, "-").replace(/,/g, ".");
  if (rest === "") return refuse("empty");
  for (const spelling of SPELLINGS[unit]) {
    if (rest.length > spelling.length && rest.toLowerCase().endsWith(spelling.toLowerCase())) {
      const head = rest.slice(0, -spelling.length);
      if (/[\d.\s]$|[GMkKmuµμnp]$/.test(head)) {
        rest = head.trim();
        break;
      }
    }
  }
  const part = /^(\d+(?:\.\d+)?)\s*\/\s*(\d+(?:\.\d+)?)$/.exec(rest);
  if (part && Number(part[2]) > 0) return { ok: true, value: Number(part[1]) / Number(part[2]) };
  const infix = /^([+-]?\d+)([GMkKRmuµμnp])(\d+)$/.exec(rest);
  if (infix) {
    const power = infix[2] === "R" ? 0 : POWER_OF[infix[2]!]!;
    return { ok: true, value: Number(`${infix[1]}.${infix[3]}e${power}`) };
  }
  const plain = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([GMkKmuµμnp]?)$/.exec(rest);
  if (!plain) return refuse(`“${text.trim().slice(0, 24)}” is not a number of ${unit}`);
  const [mantissa, exponent = "0"] = plain[1]!.toLowerCase().split("e");
  return { ok: true, value: Number(`${mantissa}e${Number(exponent) + POWER_OF[plain[2]!]!}`) };
}

export { capital, listing, placeOf } from "./places";
export { formatDayTime, parseDayTime } from "./day-time";
