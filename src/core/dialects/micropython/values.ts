import type { Width } from "../../program";

/** A piece of Python with what is known of its value. */
export interface Value {
  readonly text: string;
  /** How tightly it holds together. */
  readonly holds: number;
  /** It is a whole number in these bounds. */
  readonly low: number;
  readonly high: number;
  /** C works it out without a sign in 32 bits. */
  readonly unsigned?: boolean;
  /** True or False, which C has as 1 and 0. */
  readonly isCondition?: boolean;
  /** A time between two moments: it needs no cutting. */
  readonly isTime?: boolean;
}

/** How tightly Python's operators hold. */
export const HOLDS: Readonly<Record<string, number>> = {
  either: 0,
  or: 1,
  and: 2,
  not: 3,
  compare: 4,
  "|": 5,
  "^": 6,
  "&": 7,
  "<<": 8,
  ">>": 8,
  "+": 9,
  "-": 9,
  "*": 10,
  "//": 10,
  "%": 10,
  minus: 11,
  atom: 12,
};

export const bounds = (width: Width): { low: number; high: number } => {
  const bits = Number(width.slice(1));
  return width.startsWith("u")
    ? { low: 0, high: 2 ** bits - 1 }
    : { low: -(2 ** (bits - 1)), high: 2 ** (bits - 1) - 1 };
};

export const atom = (text: string, low: number, high: number, unsigned = false): Value => ({
  text,
  holds: HOLDS.atom!,
  low,
  high,
  ...(unsigned ? { unsigned } : {}),
});

/** In brackets where it would fall apart. */
export const held = ({ text, holds }: Value, least: number): string => (holds < least ? `(${text})` : text);

const hex = (value: number): string => `0x${value.toString(16).toUpperCase()}`;

/** A number as a variable of a width holds it: what does not fit is cut off. */
export function cut(value: Value, width: Width): Value {
  const { low, high } = bounds(width);
  const whole = asNumber(value);
  if (whole.isTime || (whole.low >= low && whole.high <= high)) return whole;
  const mask = hex(2 ** Number(width.slice(1)) - 1);
  // A reader should not have to know that the sum comes first.
  const clear = whole.holds > HOLDS["&"]! ? HOLDS.atom! : HOLDS["&"]!;
  if (low === 0) return { text: `${held(whole, clear)} & ${mask}`, holds: HOLDS["&"]!, low, high };
  const half = hex(high + 1);
  return {
    text: `((${held(whole, HOLDS["+"]!)} + ${half}) & ${mask}) - ${half}`,
    holds: HOLDS["-"]!,
    low,
    high,
  };
}

/** Yes and no as 1 and 0. */
export const asNumber = (value: Value): Value =>
  value.isCondition
    ? value.holds <= HOLDS.and!
      ? { text: `1 if ${value.text} else 0`, holds: HOLDS.either!, low: 0, high: 1 }
      : atom(`int(${value.text})`, 0, 1)
    : value;
