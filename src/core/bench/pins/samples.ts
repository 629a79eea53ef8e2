import { shuffled } from "../../chance";
import type { LegUse, Polarity } from "../../parts";
import { isCommon, lightsBetween, sameSaw, type Assignment, type Reading, type Unmarked } from "../../notes";

/** A way the legs could be. */
export interface Sample {
  readonly polarity: Polarity;
  readonly uses: Assignment;
}

const POLARITIES: readonly Polarity[] = ["common-cathode", "common-anode"];
/** Exchanges of two legs tried before a start is given up. */
const MOST_SWAPS = 300;

/** Every line of a display once. */
const linesOf = ({ digits, leds }: Unmarked): LegUse[] => [
  ...Array.from({ length: digits }, (_, at): LegUse => `digit-${at + 1}`),
  ...leds,
];

/** What lit LEDs say of legs by themselves; undefined where they contradict each other. */
export function forcedBy(readings: readonly Reading[], polarity: Polarity): Map<number, LegUse> | undefined {
  const forced = new Map<number, LegUse>();
  for (const { plus, minus, saw } of readings) {
    if (typeof saw === "string") continue;
    const [own, common] = polarity === "common-cathode" ? [plus, minus] : [minus, plus];
    for (const [leg, use] of [
      [own, saw.led],
      [common, `digit-${saw.digit}`],
    ] as const) {
      if ((forced.get(leg) ?? use) !== use) return undefined;
      // Commons may be on two legs; no display has two for a segment.
      if (!isCommon(use) && [...forced].some(([other, is]) => is === use && other !== leg)) return undefined;
      forced.set(leg, use);
    }
  }
  return forced;
}

/**
 * Ways the legs could be after some readings, drawn evenly by chance: legs that are known stay, the others are dealt out
 * and exchanged until no reading contradicts.
 * @param count of each polarity, at the most
 */
export function samplesOf(
  display: Unmarked,
  readings: readonly Reading[],
  count: number,
  random: () => number,
): Sample[] {
  return POLARITIES.flatMap((polarity) => {
    const forced = forcedBy(readings, polarity);
    if (!forced) return [];
    const found: Sample[] = [];
    // Where hardly any start comes to an end, more of them find nothing either.
    for (let tried = 0; tried < count && (found.length > 0 || tried < count / 4); tried += 1) {
      const uses = dealt(display, readings, forced, polarity, random);
      if (uses) found.push({ polarity, uses });
    }
    return found;
  });
}

function dealt(
  display: Unmarked,
  readings: readonly Reading[],
  forced: ReadonlyMap<number, LegUse>,
  polarity: Polarity,
  random: () => number,
): Assignment | undefined {
  const uses: Array<LegUse | undefined> = Array.from({ length: display.legs }, (_, at) => forced.get(at + 1));
  const known = new Set(forced.values());
  const open = linesOf(display).filter((use) => !known.has(use));
  const free = uses.flatMap((use, at) => (use === undefined ? [at] : []));
  if (free.length < open.length) return undefined;
  const pick = (below: number) => Math.floor(random() * below);
  // Legs beyond those of the lines are not used, or a common once more.
  const spare = free
    .slice(open.length)
    .map((): LegUse => (random() < 0.5 ? "not-used" : `digit-${pick(display.digits) + 1}`));
  const deck = shuffled([...open, ...spare], random);
  free.forEach((place, at) => (uses[place] = deck[at]!));
  const made = uses as LegUse[];
  const wrong = (reading: Reading) =>
    !sameSaw(lightsBetween(made, polarity, reading.plus, reading.minus), reading.saw);
  let contradicts = readings.filter(wrong);
  for (let swap = 0; contradicts.length > 0 && swap < MOST_SWAPS; swap += 1) {
    const reading = contradicts[pick(contradicts.length)]!;
    const [one] = [reading.plus - 1, reading.minus - 1]
      .filter((place) => free.includes(place))
      .sort(() => random() - 0.5);
    if (one === undefined) return undefined;
    const other = free[pick(free.length)]!;
    [made[one], made[other]] = [made[other]!, made[one]!];
    const now = readings.filter(wrong);
    if (now.length > contradicts.length + (random() < 0.1 ? 1 : 0))
      [made[one], made[other]] = [made[other]!, made[one]!];
    else contradicts = now;
  }
  return contradicts.length === 0 ? made : undefined;
}
