import { besideShow, gridOf, type RigModel } from "../address";
import type { Milliamps } from "../quantity";
import { splitPipId, type PipId } from "../rig";
import { readShown } from "./scan-light";
import { shownOnAll, type Shown } from "./shown";

/** An LED that gives less than this share of the brightest does not belong to what reads on the face. */
const READS_FROM = 0.1;
/** Of dots, whose pictures may follow each other in a few hundredths of a second, what the one before left counts less. */
export const DOT_READS_FROM = 0.4;
export const VISIBLE: Milliamps = 0.02;

/** What reads on the face. */
export const readCurrents = (model: RigModel, currents: ReadonlyMap<PipId, Milliamps>): string =>
  readShown(model, litDigits(model, currents));

/** The LEDs that make up what reads, each digit's in reading order: what is much darker than the brightest is not one. */
export function litDigits(model: RigModel, currents: ReadonlyMap<PipId, Milliamps>): Shown[] {
  const readsFrom = gridOf(model) ? DOT_READS_FROM : READS_FROM;
  const beside = besideShow(model);
  const own =
    beside.size === 0 ? [...currents] : [...currents].filter(([pip]) => !beside.has(splitPipId(pip).unit));
  let brightest = VISIBLE / readsFrom;
  for (const [, current] of own) brightest = Math.max(brightest, current);
  const lit = new Set(own.filter(([, current]) => current > brightest * readsFrom).map(([pip]) => pip));
  return shownOnAll(model, { lit, unknown: new Set() });
}
