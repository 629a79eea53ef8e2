import { besideShow, ledResistors, modelOf, withLedResistors } from "../address";
import { currentFigures } from "../circuit";
import { neighbours, type ESeries, type Milliamps, type Ohms } from "../quantity";
import { LIMITS, splitPipId, type Rig } from "../rig";
import { lightDuty } from "../scan";
import { loadsOf, type MeasuredLoad } from "./loads";

/**
 * When the wanted current is to flow: through an LED lit alone, in each segment of an 8, or with everything lit; or on
 * average over the turns of a scan, with everything lit.
 */
export type LitWhen = "alone" | "in-eight" | "together" | "average";

/** What one value gives: the currents that matter, and the most the busiest package carries. */
export interface ResistorOffer {
  readonly ohms: Ohms;
  readonly alone: Milliamps;
  readonly inEight: Milliamps;
  readonly together: Milliamps;
  /** Over the turns of the scan, with everything lit. */
  readonly average: Milliamps;
  readonly inPackage: Milliamps;
  /** What it would put over its absolute maximum, by title. */
  readonly over: readonly string[];
}

/** Solves the rig with all its resistors at a value. */
export function offerFor(rig: Rig, ohms: Ohms, duty = lightDuty(modelOf(rig))): ResistorOffer {
  const model = modelOf(withLedResistors(rig, ohms));
  const figures = currentFigures(model);
  const beside = besideShow(model);
  const pips = [...figures.pips].flatMap(([pip, one]) => (beside.has(splitPipId(pip).unit) ? [] : [one]));
  const loads = loadsOf(model);
  return {
    ohms,
    alone: Math.max(0, ...pips.map(({ alone }) => alone)),
    inEight: figures.inEight,
    together: Math.max(0, ...pips.map(({ together }) => together)),
    average: Math.max(0, ...pips.map(({ together }) => together)) * duty,
    inPackage: Math.max(
      0,
      ...loads.filter(({ kind }) => kind === "package").map(({ value }) => value * 1000),
    ),
    over: overLimits(loads),
  };
}

const overLimits = (loads: readonly MeasuredLoad[]): string[] =>
  loads.filter(({ share, maximum }) => maximum !== undefined && share > 1).map(({ title }) => title);

/** The least value of a series from one on at which nothing is over its absolute maximum; undefined where there is none. */
function leastWithin(rig: Rig, series: ESeries, from: Ohms): Ohms | undefined {
  const within = (ohms: Ohms) => overLimits(loadsOf(modelOf(withLedResistors(rig, ohms)))).length === 0;
  let ohms = from;
  while (ohms <= LIMITS.ohms[1]) {
    if (within(ohms)) return ohms;
    ohms = neighbours(series, ohms * 1.01).above;
  }
  return undefined;
}

/**
 * The least resistor for every LED, not below those the rig has, at which nothing is over its absolute maximum.
 * @returns undefined where no value of the series does it, or the rig has no resistors at its LEDs
 */
export function safeOhms(rig: Rig, series: ESeries = "E12"): Ohms | undefined {
  const refs = ledResistors(modelOf(rig));
  const now = rig.units.find(({ ref }) => refs.has(ref))?.ohms;
  return now === undefined ? undefined : leastWithin(rig, series, neighbours(series, now).above);
}

const currentWhen = (offer: ResistorOffer, when: LitWhen): Milliamps =>
  ({ alone: offer.alone, "in-eight": offer.inEight, together: offer.together, average: offer.average })[when];

export type PickedResistor =
  | {
      readonly ok: true;
      readonly exact: Ohms;
      /** The values on either side; and where one of them is over a limit, the least that is not. */
      readonly offers: readonly ResistorOffer[];
    }
  | { readonly ok: false; readonly message: string };

/**
 * The resistance at which the wanted current flows, found on the solved circuit, and the values of a series on either
 * side of it.
 * @param wanted mA, above 0
 */
export function pickResistor(rig: Rig, wanted: Milliamps, when: LitWhen, series: ESeries): PickedResistor {
  if (ledResistors(modelOf(rig)).size === 0)
    return { ok: false, message: "There is no resistor in this rig to choose." };
  // Timing does not depend on resistors, so it is worked out once.
  const duty = lightDuty(modelOf(rig));
  const at = (ohms: Ohms) => currentWhen(offerFor(rig, ohms, duty), when);
  const [least, greatest] = LIMITS.ohms;
  const most = at(least);
  if (most < wanted) {
    return {
      ok: false,
      message: `Even without a resistor only ${most.toPrecision(3)} mA would flow: the drop of the LED leaves no more.`,
    };
  }
  if (at(greatest) > wanted) return { ok: false, message: "That is too little for any resistor one buys." };
  const exact = resistanceFor(at, wanted, [least, greatest]);
  const { below, above } = neighbours(series, exact);
  const offers = [...new Set([below, above])].map((ohms) => offerFor(rig, ohms, duty));
  const safe = offers.at(-1)!.over.length > 0 ? leastWithin(rig, series, above) : undefined;
  return { ok: true, exact, offers: safe === undefined ? offers : [...offers, offerFor(rig, safe, duty)] };
}

/**
 * Where a current that falls with the resistance is as wanted, to 10 ppm. The reciprocal of the current through a drop
 * and resistors is a straight line over the resistance, so the chord between two known values nearly meets it; where a
 * transistor leaves saturation the line has a bend, and the end that stays is lowered (the Illinois rule).
 */
function resistanceFor(
  at: (ohms: Ohms) => Milliamps,
  wanted: Milliamps,
  [low, high]: readonly [Ohms, Ohms],
): Ohms {
  const excess = (ohms: Ohms) => 1 / Math.max(at(ohms), Number.MIN_VALUE) - 1 / wanted;
  let [below, above] = [excess(low), excess(high)];
  let stayed = "";
  let guess = low;
  for (let step = 0; step < 60 && high / low > 1.00001; step++) {
    const chord = low - (below * (high - low)) / (above - below);
    guess = Number.isFinite(chord) && chord > low && chord < high ? chord : Math.sqrt(low * high);
    const here = excess(guess);
    if (Math.abs(here) < 1e-5 / wanted) return guess;
    if (here < 0) {
      [low, below] = [guess, here];
      if (stayed === "high") above /= 2;
      stayed = "high";
    } else {
      [high, above] = [guess, here];
      if (stayed === "low") below /= 2;
      stayed = "low";
    }
  }
  return guess;
}
