import { DOTS, SEGMENTS, isDot, type PipName } from "../glyph";
import { type PinsNotes } from "../rig";
import { type DisplaySheet, type LegUse, type Polarity } from "../parts";

/** What is known of a display before its legs are probed: what one sees from the front, and how many legs it has. */
export interface Unmarked {
  readonly legs: number;
  /** Digits, or rows of dots. */
  readonly digits: number;
  /** What each of them has: segments and points, or columns of dots. */
  readonly leds: readonly PipName[];
}

/** What is noted of it, as the search for its legs has it. */
export const unmarkedOf = ({ kind, digits, legs, columns }: PinsNotes): Unmarked =>
  unmarked(kind, digits, legs, columns);

/** The readings that are noted; one that says lit and not what is none. */
export const readingsOf = ({ readings }: PinsNotes): Reading[] =>
  readings.flatMap(({ plus, minus, saw, digit, led }): Reading[] => {
    if (saw !== "lit") return [{ plus, minus, saw }];
    return digit === undefined || led === undefined ? [] : [{ plus, minus, saw: { digit, led } }];
  });

/** The kinds one meets, by what they look like. */
export const UNMARKED_KINDS = {
  digits: { title: "digits with points", leds: SEGMENTS },
  "digits-bare": { title: "digits without points", leds: SEGMENTS.filter((one) => one !== "dp") },
  clock: { title: "digits with points and a colon", leds: [...SEGMENTS, "colon"] },
  dots: { title: "dots", leds: DOTS },
} as const satisfies Readonly<Record<string, { title: string; leds: readonly PipName[] }>>;
export type UnmarkedKind = keyof typeof UNMARKED_KINDS;

/** A display by what it looks like. @param columns of dots */
export const unmarked = (kind: UnmarkedKind, digits: number, legs: number, columns = 8): Unmarked => ({
  legs,
  digits,
  leds: kind === "dots" ? DOTS.slice(0, columns) : UNMARKED_KINDS[kind].leds,
});

/** Why such a display cannot be: fewer legs than it has lines. */
export function unmarkedProblem({ legs, digits, leds }: Unmarked): string | undefined {
  const needed = digits + leds.length;
  return legs < needed
    ? `${digits} ${leds.some(isDot) ? "rows" : "digits"} with ${leds.length} LEDs each take ${needed} legs at least, and it has ${legs}. Count the legs again; fewer than that are charlieplexed, or have a chip inside.`
    : undefined;
}

/** An LED of the display. */
export interface Lamp {
  readonly digit: number;
  readonly led: PipName;
}

/** What was seen with plus at one leg and minus at another. */
export type Saw = "nothing" | "short" | Lamp;

/** One probing. Legs count from 1. */
export interface Reading {
  readonly plus: number;
  readonly minus: number;
  readonly saw: Saw;
}

/** What each leg is, leg 1 first. */
export type Assignment = readonly LegUse[];

export const isCommon = (use: LegUse): boolean => use.startsWith("digit-");

/** What lights between two legs of a display that is known. */
export function lightsBetween(uses: Assignment, polarity: Polarity, plus: number, minus: number): Saw {
  const [at, to] = [uses[plus - 1]!, uses[minus - 1]!];
  if (at === to && at !== "not-used") return "short";
  const [own, common] = polarity === "common-cathode" ? [at, to] : [to, at];
  if (!isCommon(common) || isCommon(own) || own === "not-used" || own === "colon-common") return "nothing";
  // A colon stands at one digit only.
  const digit = Number(common.slice("digit-".length));
  if (own === "colon" && digit !== COLON_AT) return "nothing";
  return { digit, led: own as PipName };
}

/** The digit a colon stands behind, by what nearly all clock displays have. */
export const COLON_AT = 2;

export const sameSaw = (one: Saw, other: Saw): boolean =>
  typeof one === "string" || typeof other === "string"
    ? one === other
    : one.digit === other.digit && one.led === other.led;

export const sawKey = (saw: Saw): string => (typeof saw === "string" ? saw : `${saw.digit}.${saw.led}`);

/** The display as its owner would enter it. */
export const sheetOf = (uses: Assignment, polarity: Polarity): DisplaySheet => ({
  polarity,
  legs: [...uses],
  ...(uses.includes("colon") ? { marks: { colon: COLON_AT } } : {}),
});
