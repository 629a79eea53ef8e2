import { modelOf } from "../address";
import type { PipName } from "../glyph";
import type { LegRef, Rig } from "../rig";
import { singleFaults, type Fault } from "./faults";
import { patternsOf, sightsOf, type Pattern, type Sight } from "./patterns";

/** What somebody saw of a pattern: the LEDs that were lit, digit by digit in reading order. */
export interface Seen {
  readonly pattern: string;
  readonly lit: ReadonlyArray<readonly PipName[]>;
}

/** What may be wrong, with how likely it is after all that was seen. */
export interface Candidate {
  readonly id: string;
  readonly says: string;
  readonly legs: readonly LegRef[];
  /** 0 to 1. */
  readonly likely: number;
  /** LEDs of all that was seen that it does not explain. */
  readonly misses: number;
  /** Others that look the same for every pattern there is: nobody tells them apart by looking. */
  readonly alike: readonly string[];
}

export interface Diagnosis {
  /** What explains what was seen, the likeliest first. */
  readonly candidates: readonly Candidate[];
  /** The pattern that tells most next; undefined where looking tells nothing more. */
  readonly next: Pattern | undefined;
}

/** How likely it is that one LED was taken for lit or dark by mistake. */
const SLIP = 0.02;
/** How likely a register that was never written shows nothing at all, everything, or one thing out of many. */
const JUNK = { dark: 0.3, whole: 0.1, other: 0.004 } as const;
/** Candidates that are told of. */
const MOST_TOLD = 20;
/** Information below this is none, in bits. */
const NOTHING = 1e-3;

/** Faults that look alike for every pattern, with what they look like. */
interface Kind {
  readonly faults: readonly Fault[];
  readonly sights: readonly Sight[];
}

/** The rig with nothing wrong, among the others: most boards are wired right. */
const RIGHT = { id: "right", says: "nothing is wrong that a pattern shows", legs: [], weight: 5 } as const;

/** Of all there is, less than this is as good as none: such faults are looked at no further. */
const HARDLY = 1e-4;

/** Makes a fault after the other in a rig and looks at what was seen, and at every other pattern of those that explain it. */
export class FaultSearch {
  readonly patterns: readonly Pattern[];
  readonly faults: readonly Fault[];
  /** LEDs there are. */
  private readonly whole: number;
  /** What each fault looks like, as far as somebody asked. */
  private readonly known = new Map<Fault, Map<number, Sight>>();

  constructor(rig: Rig) {
    const model = modelOf(rig);
    const code = model.encoding;
    this.patterns = patternsOf(model);
    this.whole = this.patterns[0]!.asked.reduce((sum, { length }) => sum + length, 0);
    this.faults = [{ ...RIGHT, made: () => ({ rig, code }) }, ...singleFaults(rig, code)];
  }

  /** What a fault looks like, pattern by pattern. */
  sights(fault: Fault, places: readonly number[] = this.patterns.map((_, at) => at)): Sight[] {
    const known = this.known.get(fault) ?? new Map<number, Sight>();
    this.known.set(fault, known);
    const missing = places.filter((place) => !known.has(place));
    if (missing.length > 0) {
      const { rig, code } = fault.made();
      const seen = sightsOf(
        rig,
        code,
        missing.map((place) => this.patterns[place]!),
      );
      missing.forEach((place, at) => known.set(place, seen[at]!));
    }
    return places.map((place) => known.get(place)!);
  }

  /**
   * What explains what was seen, and what to look at next.
   * @throws where a pattern is not one of the rig's
   */
  diagnose(seen: readonly Seen[]): Diagnosis {
    const places = seen.map(({ pattern }) => this.placeOf(pattern));
    const weighed = this.faults.map((fault) => {
      const sights = this.sights(fault, places);
      const misses = seen.reduce((sum, { lit }, at) => sum + missesOf(sights[at]!, lit), 0);
      const junk = seen.reduce(
        (product, { lit }, at) => (sights[at] === "?" ? product * junkOf(lit, this.whole) : product),
        1,
      );
      return { fault, misses, weight: fault.weight * SLIP ** misses * junk };
    });
    const whole = weighed.reduce((sum, { weight }) => sum + weight, 0);
    const left = weighed
      .filter(({ weight }) => weight / whole > HARDLY)
      .sort((one, other) => other.weight - one.weight);
    // Before anything was seen the whole face is looked at.
    const kinds =
      seen.length === 0
        ? []
        : this.kindsOf(
            left.map(({ fault }) => fault),
            places,
          );
    const open = new Set(this.patterns.map(({ id }) => id));
    for (const { pattern } of seen) open.delete(pattern);
    const misses = new Map(left.map((one) => [one.fault, one]));
    const sorted = kinds
      .map((kind) => {
        const faults = [...kind.faults].sort((one, other) => other.weight - one.weight);
        const weight = faults.reduce((sum, fault) => sum + misses.get(fault)!.weight, 0);
        return { kind: { ...kind, faults }, weight, misses: misses.get(faults[0]!)!.misses };
      })
      .sort((one, other) => other.weight - one.weight);
    return {
      candidates: sorted
        .slice(0, MOST_TOLD)
        .map(({ kind: { faults }, weight, misses: missed }): Candidate => {
          const [first, ...more] = faults;
          return {
            id: first!.id,
            says: first!.says,
            legs: first!.legs,
            likely: weight / whole,
            misses: missed,
            alike: more.map(({ says }) => says),
          };
        }),
      next: seen.length === 0 ? this.patterns[0] : this.tellsMost(sorted, whole, open),
    };
  }

  /** Faults that nobody tells apart by looking, whatever is shown, belong together. */
  private kindsOf(faults: readonly Fault[], seen: readonly number[]): Kind[] {
    const kinds = new Map<string, { faults: Fault[]; sights: readonly Sight[] }>();
    for (const fault of faults) {
      // What is never written is junk whatever is shown: it need not be looked at again and again.
      const isJunk = this.sights(fault, seen).every((sight) => sight === "?");
      const sights = isJunk ? this.patterns.map((): Sight => "?") : this.sights(fault);
      const key = JSON.stringify(sights);
      const kind = kinds.get(key) ?? { faults: [], sights };
      kind.faults.push(fault);
      kinds.set(key, kind);
    }
    return [...kinds.values()];
  }

  private placeOf(pattern: string): number {
    const place = this.patterns.findIndex(({ id }) => id === pattern);
    if (place < 0) throw new Error(`there is no pattern “${pattern}”`);
    return place;
  }

  /** The pattern whose sight parts the candidates most evenly for its effort. */
  private tellsMost(
    weighed: ReadonlyArray<{ readonly kind: Kind; readonly weight: number }>,
    whole: number,
    open: ReadonlySet<string>,
  ): Pattern | undefined {
    let best: { readonly pattern: Pattern; readonly worth: number } | undefined;
    this.patterns.forEach((pattern, place) => {
      if (!open.has(pattern.id)) return;
      const groups = new Map<string, number>();
      for (const { kind, weight } of weighed) {
        const key = JSON.stringify(kind.sights[place]);
        groups.set(key, (groups.get(key) ?? 0) + weight / whole);
      }
      const bits = [...groups.values()].reduce(
        (sum, share) => sum - (share > 0 ? share * Math.log2(share) : 0),
        0,
      );
      const worth = bits / pattern.effort;
      if (bits > NOTHING && (!best || worth > best.worth)) best = { pattern, worth };
    });
    return best?.pattern;
  }
}

function junkOf(lit: Seen["lit"], whole: number): number {
  const count = lit.reduce((sum, { length }) => sum + length, 0);
  return count === 0 ? JUNK.dark : count === whole ? JUNK.whole : JUNK.other;
}

/** LEDs that were seen otherwise than they would be; what nobody can tell may be anything. */
function missesOf(sight: Sight, lit: Seen["lit"]): number {
  if (sight === "?") return 0;
  return sight.reduce((sum, segments, digit) => {
    const [would, was] = [new Set(segments), new Set(lit[digit] ?? [])];
    const differ =
      [...would].filter((one) => !was.has(one)).length + [...was].filter((one) => !would.has(one)).length;
    return sum + differ;
  }, 0);
}
