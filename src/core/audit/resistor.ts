import { modelOf } from "../address";
import { currentFigures } from "../circuit";
import { neighbours, type ESeries, type Milliamps, type Ohms } from "../quantity";
import { LIMITS, changeUnits, type Rig } from "../rig";

/** When the wanted current is to flow: through an LED lit alone, in each segment of an 8, or with everything lit. */
export type LitWhen = "alone" | "in-eight" | "together";

const withOhms = (rig: Rig, ohms: Ohms): Rig => changeUnits(rig, ({ part }) => part === "resistor", { ohms });

/** What one value gives: the currents that matter, and the most the busiest package carries. */
export interface ResistorOffer {
  readonly ohms: Ohms;
  readonly alone: Milliamps;
  readonly inEight: Milliamps;
  readonly together: Milliamps;
  readonly inPackage: Milliamps;
}

/** Solves the rig with all its resistors at a value. */
export function offerFor(rig: Rig, ohms: Ohms): ResistorOffer {
  const figures = currentFigures(modelOf(withOhms(rig, ohms)));
  const pips = [...figures.pips.values()];
  return {
    ohms,
    alone: Math.max(0, ...pips.map(({ alone }) => alone)),
    inEight: figures.inEight,
    together: Math.max(0, ...pips.map(({ together }) => together)),
    inPackage: Math.max(
      0,
      ...[...figures.packages.values()].map(({ supply, ground }) => Math.max(supply, ground)),
    ),
  };
}

const currentWhen = (offer: ResistorOffer, when: LitWhen): Milliamps =>
  when === "alone" ? offer.alone : when === "in-eight" ? offer.inEight : offer.together;

export type PickedResistor =
  | { readonly ok: true; readonly exact: Ohms; readonly offers: readonly ResistorOffer[] }
  | { readonly ok: false; readonly message: string };

/**
 * The resistance at which the wanted current flows, found on the solved circuit by halving, and the values of a
 * series on either side of it.
 * @param wanted mA, above 0
 */
export function pickResistor(rig: Rig, wanted: Milliamps, when: LitWhen, series: ESeries): PickedResistor {
  if (!rig.units.some(({ part }) => part === "resistor"))
    return { ok: false, message: "There is no resistor in this rig to choose." };
  let [low, high]: [Ohms, Ohms] = [...LIMITS.ohms];
  const at = (ohms: Ohms) => currentWhen(offerFor(rig, ohms), when);
  const most = at(low);
  if (most < wanted) {
    return {
      ok: false,
      message: `Even without a resistor only ${most.toPrecision(3)} mA would flow: the drop of the LED leaves no more.`,
    };
  }
  if (at(high) > wanted) return { ok: false, message: "That is too little for any resistor one buys." };
  while (high / low > 1.00001) {
    const middle = Math.sqrt(low * high);
    if (at(middle) >= wanted) low = middle;
    else high = middle;
  }
  const { below, above } = neighbours(series, low);
  return { ok: true, exact: low, offers: [...new Set([below, above])].map((ohms) => offerFor(rig, ohms)) };
}
