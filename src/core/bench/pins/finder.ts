import { randomFrom } from "../../chance";
import type { DisplaySheet, LegUse, Polarity } from "../../parts";
import { isCommon, lightsBetween, sawKey, sheetOf, type Reading, type Unmarked } from "../../notes";
import { forcedBy, samplesOf, type Sample } from "./samples";

/** Ways of each polarity that are looked at. */
const SAMPLES = 140;
/** Another pair of legs that shares one with the last is less work: one probe stays where it is. */
const MOVED_BOTH = 1.12;
/** Information below this is none, in bits. */
const NOTHING = 1e-6;

/** Where the search for the legs stands. */
export interface PinsSought {
  /** What is known of each leg for sure, leg 1 first. */
  readonly uses: ReadonlyArray<LegUse | undefined>;
  readonly polarity: Polarity | undefined;
  /** What to probe next: it tells most. Undefined once all is known, or nothing fits any more. */
  readonly next: { readonly plus: number; readonly minus: number } | undefined;
  /** Once all is known. */
  readonly sheet: DisplaySheet | undefined;
  /**
   * Once all is known: a pair of legs seen only once as what they are: a slip of the eye shows by it. Undefined where every
   * leg was seen twice.
   */
  readonly check: { readonly plus: number; readonly minus: number } | undefined;
  /** Places among the readings of those that one would have to doubt, where no display fits all of them. */
  readonly doubtful: readonly number[];
  /** LEDs stand both ways round between legs: it is charlieplexed. */
  readonly charlieplexed: boolean;
  /** Fewer probings than this cannot tell, from the very beginning. */
  readonly least: number;
}

/** Works out what is known after some readings, and what to probe next. */
export function seekPins(display: Unmarked, readings: readonly Reading[]): PinsSought {
  const least = leastProbings(display);
  const random = randomFrom(JSON.stringify([display, readings]));
  const samples = samplesOf(display, readings, SAMPLES, random);
  const none = { uses: Array.from({ length: display.legs }, () => undefined), polarity: undefined };
  if (samples.length === 0)
    return {
      ...none,
      next: undefined,
      sheet: undefined,
      check: undefined,
      least,
      charlieplexed: isCharlieplexed(readings),
      doubtful: doubtful(display, readings, random),
    };
  const next = tellsMost(display, readings, samples);
  const [first] = samples;
  const uses = first!.uses.map((use, leg) =>
    samples.every((one) => one.uses[leg] === use) ? use : undefined,
  );
  const polarity = samples.every((one) => one.polarity === first!.polarity) ? first!.polarity : undefined;
  const isKnown = next === undefined && polarity !== undefined && uses.every((use) => use !== undefined);
  return {
    uses,
    polarity,
    next,
    check: isKnown ? toCheck(first!, readings) : undefined,
    sheet: isKnown ? sheetOf(uses as readonly LegUse[], polarity) : undefined,
    doubtful: [],
    charlieplexed: false,
    least,
  };
}

/** The pair that lights by what is known, with the most legs that were seen lit less than twice. */
function toCheck({ uses, polarity }: Sample, readings: readonly Reading[]): PinsSought["check"] {
  const seen = new Map<number, number>();
  const done = new Set(readings.map(({ plus, minus }) => `${plus} ${minus}`));
  for (const { plus, minus, saw } of readings)
    if (typeof saw !== "string") for (const leg of [plus, minus]) seen.set(leg, (seen.get(leg) ?? 0) + 1);
  const isNew = (leg: number) => ((seen.get(leg) ?? 0) < 2 ? 1 : 0);
  /** With an LED's own leg at the other end, a leg would light as a common; that it does not is worth seeing twice too. */
  const asCommon = (plus: number, minus: number): number | undefined => {
    const [own, common] = polarity === "common-cathode" ? [plus, minus] : [minus, plus];
    const use = uses[own - 1]!;
    return uses[common - 1] === "not-used" && use !== "not-used" && !isCommon(use) ? common : undefined;
  };
  const dark = new Map<number, number>();
  for (const { plus, minus } of readings) {
    const leg = asCommon(plus, minus);
    if (leg !== undefined) dark.set(leg, (dark.get(leg) ?? 0) + 1);
  }
  let best: { readonly plus: number; readonly minus: number; readonly worth: number } | undefined;
  for (let plus = 1; plus <= uses.length; plus += 1)
    for (let minus = 1; minus <= uses.length; minus += 1) {
      if (plus === minus || done.has(`${plus} ${minus}`)) continue;
      const unused = asCommon(plus, minus);
      const lights = typeof lightsBetween(uses, polarity, plus, minus) !== "string";
      const worth =
        unused !== undefined
          ? (dark.get(unused) ?? 0) < 2
            ? 1
            : 0
          : lights
            ? isNew(plus) + isNew(minus)
            : 0;
      if (worth > (best?.worth ?? 0)) best = { plus, minus, worth };
    }
  return best && { plus: best.plus, minus: best.minus };
}

/** The pair of legs whose outcome is least certain among the ways the legs could be. */
function tellsMost(
  display: Unmarked,
  readings: readonly Reading[],
  samples: readonly Sample[],
): PinsSought["next"] {
  const done = new Set(readings.map(({ plus, minus }) => `${plus} ${minus}`));
  const last = readings.at(-1);
  let best: { readonly plus: number; readonly minus: number; readonly worth: number } | undefined;
  for (let plus = 1; plus <= display.legs; plus += 1)
    for (let minus = 1; minus <= display.legs; minus += 1) {
      if (plus === minus || done.has(`${plus} ${minus}`)) continue;
      const counts = new Map<string, number>();
      for (const { uses, polarity } of samples) {
        const key = sawKey(lightsBetween(uses, polarity, plus, minus));
        counts.set(key, (counts.get(key) ?? 0) + 1);
      }
      const bits = [...counts.values()].reduce((sum, count) => {
        const share = count / samples.length;
        return sum - share * Math.log2(share);
      }, 0);
      const effort = !last || last.plus === plus || last.minus === minus ? 1 : MOVED_BOTH;
      if (bits > NOTHING && (!best || bits / effort > best.worth))
        best = { plus, minus, worth: bits / effort };
    }
  return best && { plus: best.plus, minus: best.minus };
}

/** A leg that was plus of one LED and minus of another, both ways round. */
function isCharlieplexed(readings: readonly Reading[]): boolean {
  const lit = readings.filter(({ saw }) => typeof saw !== "string");
  const both = lit.filter(({ plus }) => lit.some(({ minus }) => minus === plus));
  return both.length > 0 && (["common-cathode", "common-anode"] as const).every((one) => !forcedBy(lit, one));
}

/** Readings without which the others fit some display: first those that do so alone, then those of the legs in dispute. */
function doubtful(display: Unmarked, readings: readonly Reading[], random: () => number): number[] {
  const alone = readings.flatMap((_, at) => {
    const others = readings.filter((__, place) => place !== at);
    return samplesOf(display, others, SAMPLES / 4, random).length > 0 ? [at] : [];
  });
  return alone.length > 0 ? alone : readings.map((_, at) => at);
}

/**
 * A probing touches two legs, and each leg but one has to be touched; and each answer parts the ways the legs could be into
 * as many kinds as there are answers.
 */
export function leastProbings({ legs, digits, leds }: Unmarked): number {
  const lines = digits + leds.length;
  const answers = digits * leds.length + 2;
  let bits = 1;
  for (let at = 0; at < lines; at += 1) bits += Math.log2(legs - at);
  return Math.max(Math.ceil((legs - 1) / 2), Math.ceil(bits / Math.log2(answers)));
}
