import { headerOf, railVolts, type RigModel } from "../address";
import { supplyAdvice } from "../audit";
import { MODULE_PART, isChip } from "../parts";
import type { Milliamps, Ohms, Volts } from "../quantity";
import { boardCount, splitLegRef, type UnitRef } from "../rig";

/** What a lead from one module to the next takes, there and back. */
export interface DroppedBoard {
  readonly ref: UnitRef;
  /** Between its supply and its ground. */
  readonly volts: Volts;
  /** Feed it by leads of its own: what is left for it or the next ones is too little. */
  readonly feed: boolean;
}

export interface Drop {
  readonly boards: readonly DroppedBoard[];
  /** What one of them takes with everything lit, mA. */
  readonly each: Milliamps;
  readonly from: Volts;
  /** What its chips work from, or what is left of the light, whichever is more. */
  readonly least: Volts;
  readonly source: string;
}

/**
 * A lead of 20 cm with sockets at its ends: 43 mΩ of thin wire (0.08 mm², 0.213 Ω/m) and 20 mΩ in each contact
 * (customary). Plus and minus have one each.
 */
export const LEAD_OHMS: Ohms = 0.083;
/** Of the supply, below which a module is visibly dimmer than the first or near its chip's least. */
const LEAST_SHARE = 0.92;

/**
 * What is left of the supply at each module of a row that hands it on from one to the next, with everything lit as
 * bright as the program sets it: ΔV = 2 R I of each lead, I being what all behind it take.
 * @returns undefined where modules are not strung together
 */
export function dropOf(model: RigModel): Drop | undefined {
  const { rig } = model;
  if (boardCount(rig.plan) < 2) return undefined;
  const modules = rig.units.filter(({ part }) => part === MODULE_PART).map(({ ref }) => ref);
  const supplies = modules.map((ref) => headerOf(model, ref).find(({ use }) => use === "supply"));
  const [first] = supplies;
  if (!first) return undefined;
  const chips = rig.units.map(({ ref }) => model.part(ref)).filter(isChip);
  const from = railVolts(model.drivers.get(model.nets.of(first.leg).id) ?? []);
  if (from === undefined) return undefined;
  const least = Math.max(from * LEAST_SHARE, ...chips.map(({ supplyRange }) => supplyRange[0]));
  const each = supplyAdvice(model).most / modules.length;
  // By leads from the source itself, and not from the module before.
  const fed = supplies.map(
    (pin, at) => at === 0 || pin!.to.some((leg) => model.part(splitLegRef(leg).unit).kind !== "module"),
  );
  const volts = voltsAlong(fed, from, each);
  const feed = feedsFor(fed, from, each, least);
  return {
    boards: modules.map((ref, at) => ({ ref, volts: volts[at]!, feed: feed.includes(at) })),
    each,
    from,
    least,
    source: "typical lead of 20 cm with sockets",
  };
}

/**
 * The volts at each module of a row: a ladder of leads, with leads from the source to those that are fed. Solved from the
 * far end to the first (a band of three): the sum of what flows to a module is what it takes.
 * @param each what one module takes, mA
 */
function voltsAlong(fed: readonly boolean[], from: Volts, each: Milliamps): Volts[] {
  const siemens = 1 / (2 * LEAD_OHMS);
  const amps = each / 1000;
  const last = fed.length - 1;
  // V[k] = gain[k] × V[k − 1] + offset[k], from the far end on.
  const gain = Array<number>(fed.length).fill(0);
  const offset = Array<number>(fed.length).fill(0);
  for (let at = last; at >= 0; at -= 1) {
    const source = fed[at] ? siemens : 0;
    const before = at > 0 ? siemens : 0;
    const behind = at < last ? siemens : 0;
    const own = source + before + behind - behind * (gain[at + 1] ?? 0);
    gain[at] = before / own;
    offset[at] = (source * from - amps + behind * (offset[at + 1] ?? 0)) / own;
  }
  const volts: Volts[] = [];
  fed.forEach((_, at) => volts.push(gain[at]! * (volts[at - 1] ?? 0) + offset[at]!));
  return volts;
}

/** Where to feed again: the far end, then evenly between, until no module has less than the least. */
function feedsFor(fed: readonly boolean[], from: Volts, each: Milliamps, least: Volts): number[] {
  const last = fed.length - 1;
  for (let more = 0; more <= last; more += 1) {
    const places = Array.from({ length: more }, (_, at) => Math.round((last * (at + 1)) / more));
    const now = fed.map((is, at) => is || places.includes(at));
    if (Math.min(...voltsAlong(now, from, each)) >= least) return places.filter((at) => !fed[at]);
  }
  return fed.flatMap((is, at) => (is ? [] : [at]));
}
