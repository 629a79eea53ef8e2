import { modelOf } from "../address";
import type { LegNames } from "../parts";
import type { DigitId, LegRef, Rig } from "../rig";
import type { Reading } from "../sim";
import {
  explainsMore,
  junkOf,
  kindOfReading,
  likelihoodOf,
  missesOf,
  shadesOf,
  type Evidence,
  type Probed,
  type Seen,
} from "./evidence";
import { isLeftOut, pairOf, singleFaults, type Fault } from "./faults";
import { lightsOf, patternsOf, sightOf, type Light, type Pattern, type Shade, type Sight } from "./patterns";
import { probesOf, readingsOf, type Probe } from "./probes";

/** What may be wrong, with how likely it is after all that was seen. */
export interface Candidate extends Pick<Fault, "id" | "says" | "mend" | "legs" | "wire" | "pip"> {
  /** 0 to 1. */
  readonly likely: number;
  /** What of all that was seen and measured it does not explain, in LEDs. */
  readonly misses: number;
  /** What it would look like: of each pattern that was seen, and of the one to look at next. */
  readonly looks: readonly Look[];
  /** Others that look and measure the same whatever one tries: nobody tells them apart from outside. */
  readonly alike: readonly string[];
}

/** What a pattern would look like with a fault; nobody can tell of what was never written. */
export type Look = Seen | { readonly pattern: string; readonly unknown: true };

/** What to do next to learn the most. */
export type NextTest =
  { readonly kind: "look"; readonly pattern: Pattern } | { readonly kind: "measure"; readonly probe: Probe };

export interface Diagnosis {
  /** What explains what was seen, the likeliest first. */
  readonly candidates: readonly Candidate[];
  /** What tells most next; undefined where nothing tells anything more. */
  readonly next: NextTest | undefined;
  /** Faults that were made and tried, pairs among them. */
  readonly tried: number;
}

/** How likely it is that one LED was taken for lit or dark by mistake. */
const SLIP = 0.02;
/** A reading that contradicts weighs as much as so many LEDs. */
const MISREAD = 1.5;
/** So does a capture that says it is not where the fault is: it was taken from the lines themselves. */
const CAPTURED = 2;
/** Candidates that are told of. */
const MOST_TOLD = 20;
/** Information below this is none, in bits. */
const NOTHING = 1e-3;
/** Of all there is, less than this is as good as none: such faults are looked at no further. */
const HARDLY = 1e-4;
/** Faults that are followed through every test there is. */
const MOST_FOLLOWED = 64;
/** Of faults that explain part of what was seen, those of which pairs are made, and with how many others each. */
const MOST_FIRST = 12;
const MOST_SECOND = 24;
/** While so many LEDs are unexplained by the likeliest single fault, pairs are tried. */
const UNEXPLAINED = 0.9;

/** Faults that look alike for every test, with what they look like. */
interface Kind {
  readonly faults: readonly Weighed[];
  readonly sights: readonly Sight[];
  readonly readings: readonly Reading[];
}

interface Weighed {
  readonly fault: Fault;
  readonly misses: number;
  readonly weight: number;
}

/** The rig with nothing wrong, among the others: most boards are wired right. */
const RIGHT: Fault = {
  id: "right",
  says: "no fault that a pattern or a meter would show",
  mend: "Look at the program: the rig itself does what it should.",
  legs: [],
  where: "table",
  weight: 5,
  make: (given) => given,
};
/** Says how far it is, 0 to 1. */
type Report = (share: number) => void;

const sum = (weighed: readonly Weighed[]): number => weighed.reduce((all, { weight }) => all + weight, 0);

/** Makes a fault after the other in a rig and looks at what was seen, and at every other test of those that explain it. */
export class FaultSearch {
  readonly patterns: readonly Pattern[];
  readonly probes: readonly Probe[];
  /** The rig with nothing wrong, then every single fault. */
  readonly faults: readonly Fault[];
  private readonly given;
  private readonly digits: readonly DigitId[];
  /** LEDs there are. */
  private readonly whole: number;
  /** What each fault looks like, as far as somebody asked. */
  private readonly lights = new Map<Fault, Map<number, Light>>();
  private readonly measured = new Map<Fault, readonly Reading[]>();
  private readonly pairs = new Map<string, Fault>();

  constructor(rig: Rig, legNames: LegNames = "letters") {
    const model = modelOf(rig);
    const code = model.encoding;
    this.given = { rig, code };
    this.digits = model.digits;
    this.patterns = patternsOf(model);
    this.probes = probesOf(model, legNames);
    this.whole = this.patterns[0]!.asked.reduce((all, { length }) => all + length, 0);
    // A set-up write that makes no difference to what is shown is none anybody would look for.
    this.faults = [RIGHT, ...singleFaults(rig, code, legNames)].filter(
      (fault) =>
        !isLeftOut(fault) || keyOf(this.sights(fault, [0])[0]!) !== keyOf(this.sights(RIGHT, [0])[0]!),
    );
  }

  /** What a fault looks like, pattern by pattern. */
  sights(fault: Fault, places: readonly number[] = this.patterns.map((_, at) => at)): Sight[] {
    const [light, usual] = [this.lightsWith(fault, places), this.lightsWith(RIGHT, places)];
    return places.map((_, at) => sightOf(light[at]!, usual[at]!, this.digits));
  }

  private lightsWith(fault: Fault, places: readonly number[]): Light[] {
    const known = this.lights.get(fault) ?? new Map<number, Light>();
    this.lights.set(fault, known);
    const missing = places.filter((place) => !known.has(place));
    if (missing.length > 0) {
      const seen = lightsOf(
        fault.make(this.given),
        missing.map((place) => this.patterns[place]!),
      );
      missing.forEach((place, at) => known.set(place, seen[at]!));
    }
    return places.map((place) => known.get(place)!);
  }

  /** The rig with a fault. @throws where there is none of that name */
  withFault(id: string): Rig {
    return this.faultCalled(id).make(this.given).rig;
  }

  /** What a meter shows with a fault at one place. @throws where there is no such fault, or nothing is foretold there */
  readingAt(id: string, { held, leg }: Pick<Probed, "held" | "leg">): Reading {
    return this.readings(this.faultCalled(id))[this.placeOfProbe(held, leg)]!;
  }

  private faultCalled(id: string): Fault {
    const fault = this.faults.find((one) => one.id === id);
    if (!fault) throw new Error(`there is no fault “${id}”`);
    return fault;
  }

  /** What a meter shows with a fault, at every probe. */
  readings(fault: Fault): readonly Reading[] {
    const known = this.measured.get(fault) ?? readingsOf(fault.make(this.given), this.probes);
    this.measured.set(fault, known);
    return known;
  }

  /**
   * What explains what was seen and measured, and what to try next.
   * @throws where a pattern or a place to measure is not one of the rig's
   */
  diagnose(evidence: Evidence, report?: Report): Diagnosis {
    const { seen, measured } = evidence;
    const places = {
      seen: seen.map(({ pattern }) => this.placeOf(pattern)),
      measured: measured.map(({ held, leg }) => this.placeOfProbe(held, leg)),
    };
    if (seen.length + measured.length === 0)
      return {
        candidates: [],
        next: { kind: "look", pattern: this.patterns[0]! },
        tried: this.faults.length,
      };
    const singles = this.faults.map((fault, at) => {
      report?.((0.5 * at) / this.faults.length);
      return this.weigh(fault, evidence, places);
    });
    const pairs = this.pairsFor(singles, evidence, places, report);
    const weighed = [...singles, ...pairs];
    const whole = sum(weighed);
    const left = weighed
      .filter(({ weight }) => weight / whole > HARDLY)
      .sort((one, other) => other.weight - one.weight)
      .slice(0, MOST_FOLLOWED);
    const kinds = this.kindsOf(left, places.seen, (share) => report?.(0.75 + share / 4)).sort(
      (one, other) => sum(other.faults) - sum(one.faults),
    );
    const next = this.tellsMost(kinds, whole, places, this.junkIn(seen));
    const looked = [...places.seen, ...(next?.kind === "look" ? [this.placeOf(next.pattern.id)] : [])];
    return {
      candidates: kinds.slice(0, MOST_TOLD).map(({ faults, sights }): Candidate => {
        const [first, ...more] = faults;
        const { id, says, mend, legs, wire, pip } = first!.fault;
        return {
          id,
          says,
          mend,
          legs,
          ...(wire === undefined ? {} : { wire }),
          ...(pip === undefined ? {} : { pip }),
          likely: sum(faults) / whole,
          misses: first!.misses,
          looks: looked.map((place) => lookOf(this.patterns[place]!.id, sights[place]!)),
          alike: more.map(({ fault }) => fault.says),
        };
      }),
      next,
      tried: weighed.length,
    };
  }

  private weigh(fault: Fault, { seen, measured, sent }: Evidence, places: Places): Weighed {
    const sights = this.sights(fault, places.seen);
    const readings = measured.length > 0 ? this.readings(fault) : [];
    let [misses, weight] = [0, fault.weight];
    if (sent !== undefined && fault !== RIGHT && (sent === "wrong") !== (fault.where === "code"))
      misses += CAPTURED;
    // What was never written stays as it is: the same junk seen twice says no more than once.
    const junk = new Map<string, number>();
    seen.forEach((one, at) => {
      misses += missesOf(sights[at]!, one);
      if (sights[at] === "?")
        junk.set(JSON.stringify([one.lit, one.dim, one.bright]), junkOf(one, this.whole));
    });
    for (const likelihood of junk.values()) weight *= likelihood;
    measured.forEach(({ volts }, at) => {
      const likelihood = likelihoodOf(readings[places.measured[at]!]!, volts);
      if (likelihood === undefined) misses += MISREAD;
      else weight *= likelihood;
    });
    return { fault, misses, weight: weight * SLIP ** misses };
  }

  /**
   * Two faults at once, where no single one explains what was seen: one that explains much of it, with one that shows what
   * the first leaves open.
   */
  private pairsFor(
    singles: readonly Weighed[],
    evidence: Evidence,
    places: Places,
    report: Report | undefined,
  ): Weighed[] {
    const [right, ...wrong] = singles;
    const best = singles.reduce((one, other) => (other.weight > one.weight ? other : one));
    if (best.misses < UNEXPLAINED) return [];
    const partly = wrong.filter(({ misses }) => misses < right!.misses);
    const looks = new Map(partly.map(({ fault }) => [fault, this.sights(fault, places.seen)]));
    // Of those that look alike so far one stands for all.
    const firsts = [
      ...new Map(
        [...partly]
          .sort((one, other) => one.weight - other.weight)
          .map(({ fault }) => [looks.get(fault)!.map(keyOf).join("/"), fault] as const),
      ).values(),
    ]
      .slice(-MOST_FIRST)
      .reverse();
    const whole = this.faults.reduce((all, { weight }) => all + weight, 0);
    const tried = new Set<string>();
    return firsts.flatMap((first, at) => {
      report?.(0.5 + (0.25 * at) / firsts.length);
      const open = (fault: Fault) =>
        evidence.seen.reduce(
          (all, one, nth) => all + explainsMore(looks.get(first)![nth]!, looks.get(fault)![nth]!, one),
          0,
        );
      return partly
        .map(({ fault }) => ({ fault, explains: open(fault) }))
        .filter(({ explains }) => explains > 0)
        .sort((one, other) => other.explains - one.explains || other.fault.weight - one.fault.weight)
        .slice(0, MOST_SECOND)
        .flatMap(({ fault: second }) => {
          const pair = this.pair(first, second, whole);
          // Nothing is wrong twice with one wire.
          if (tried.has(pair.id) || (first.wire !== undefined && first.wire === second.wire)) return [];
          tried.add(pair.id);
          return [this.weigh(pair, evidence, places)];
        });
    });
  }

  private pair(one: Fault, other: Fault, whole: number): Fault {
    const made = pairOf(one, other, whole);
    const known = this.pairs.get(made.id) ?? made;
    this.pairs.set(made.id, known);
    return known;
  }

  /** Faults that nobody tells apart, whatever is tried, belong together. */
  private kindsOf(weighed: readonly Weighed[], seen: readonly number[], report: Report): Kind[] {
    const kinds = new Map<
      string,
      { faults: Weighed[]; sights: readonly Sight[]; readings: readonly Reading[] }
    >();
    weighed.forEach((one, at) => {
      report(at / weighed.length);
      const { fault } = one;
      // What is never written is junk whatever is shown: it need not be looked at again and again.
      const isJunk = seen.length > 0 && this.sights(fault, seen).every((sight) => sight === "?");
      const sights = isJunk ? this.patterns.map((): Sight => "?") : this.sights(fault);
      const readings = this.readings(fault);
      const key = `${sights.map(keyOf).join("/")} ${readings.map(kindOfReading).join()}`;
      const kind = kinds.get(key) ?? { faults: [], sights, readings };
      kind.faults.push(one);
      kinds.set(key, kind);
    });
    return [...kinds.values()];
  }

  /** What a display that is never written shows, as far as it was seen: the same whatever is sent. */
  private junkIn(seen: Evidence["seen"]): string | undefined {
    const [first] = seen;
    return first && keyOf(this.digits.map((_, digit) => shadesOf(first, digit)));
  }

  private placeOf(pattern: string): number {
    const place = this.patterns.findIndex(({ id }) => id === pattern);
    if (place < 0) throw new Error(`there is no pattern “${pattern}”`);
    return place;
  }

  private placeOfProbe(held: string, leg: LegRef): number {
    const place = this.probes.findIndex((one) => one.hold.id === held && one.leg === leg);
    if (place < 0) throw new Error(`nothing is predicted of ${leg} while the rig is held at “${held}”`);
    return place;
  }

  /** The test that parts the candidates most evenly for its effort. */
  private tellsMost(
    kinds: readonly Kind[],
    whole: number,
    done: Places,
    junk: string | undefined,
  ): NextTest | undefined {
    let best: { readonly test: NextTest; readonly worth: number } | undefined;
    const consider = (test: NextTest, effort: number, keyIn: (kind: Kind) => string) => {
      const groups = new Map<string, number>();
      for (const kind of kinds) {
        const key = keyIn(kind);
        groups.set(key, (groups.get(key) ?? 0) + sum(kind.faults) / whole);
      }
      const bits = [...groups.values()].reduce(
        (all, share) => all - (share > 0 ? share * Math.log2(share) : 0),
        0,
      );
      if (bits > NOTHING && (!best || bits / effort > best.worth)) best = { test, worth: bits / effort };
    };
    this.patterns.forEach((pattern, place) => {
      if (!done.seen.includes(place))
        consider({ kind: "look", pattern }, pattern.effort, ({ sights }) => {
          const sight = sights[place]!;
          return sight === "?" && junk !== undefined ? junk : keyOf(sight);
        });
    });
    this.probes.forEach((probe, place) => {
      if (!done.measured.includes(place))
        consider({ kind: "measure", probe }, probe.effort, ({ readings }) => kindOfReading(readings[place]!));
    });
    return best?.test;
  }
}

/** Places of what was seen among the patterns, and of what was measured among the probes. */
interface Places {
  readonly seen: readonly number[];
  readonly measured: readonly number[];
}

function lookOf(pattern: string, sight: Sight): Look {
  if (sight === "?") return { pattern, unknown: true };
  const of = (wanted: Shade) =>
    sight.map((leds) => [...leds].flatMap(([led, shade]) => (shade === wanted ? [led] : [])));
  return { pattern, lit: of("lit"), dim: of("dim"), bright: of("bright") };
}

/** A sight as a text that differs where the light does. */
const keyOf = (sight: Sight): string =>
  sight === "?"
    ? "?"
    : sight
        .map((leds) =>
          [...leds]
            .map(([led, shade]) => led + shade[0]!)
            .sort()
            .join(""),
        )
        .join("|");
