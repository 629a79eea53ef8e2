import { modelOf } from "../address";
import { meanFrom } from "../audit";
import { isChip } from "../parts";
import type { Milliamps, Volts } from "../quantity";
import { SUPPLIES, changeUnits, legRef, partOf, type Rig, type UnitRef } from "../rig";
import { STEADY, leastAverage } from "../scan";

/** How a rig does when a share of its battery was used. */
export interface DischargePoint {
  /** Of what the battery holds, 0 to 1. */
  readonly used: number;
  /** At the battery, and at what hangs on it. */
  readonly cell: Volts;
  readonly volts: Volts;
  /** Mean over the show, out of the battery. */
  readonly mean: Milliamps;
  /** Of a lit segment on average, against the steady current brightness is compared with. */
  readonly light: number;
  /** Since it was full. */
  readonly hours: number;
}

export interface Discharge {
  readonly points: readonly DischargePoint[];
  readonly milliampHours: number;
  /** Until it is empty, or its chips stop. */
  readonly hours: number;
  /** The chip that stops first, and at how many volts; where none does before the battery is empty. */
  readonly stops?: { readonly ref: UnitRef; readonly at: Volts };
  readonly source: string;
}

/** A battery that gives next to nothing lasts as long as its own leakage lets it: a year and more is not worked out. */
const LONGEST_HOURS = 8760;

/**
 * A rig over the discharge of its battery: at each step of the battery's curve the circuit is solved anew, with what the
 * battery has inside; hours = mAh / mean mA over each step.
 * @returns undefined where it has no battery
 */
export function dischargeOf(rig: Rig): Discharge | undefined {
  const { supply } = rig.plan;
  const battery = supply && SUPPLIES[supply.kind].battery;
  const unit = rig.units.find(({ part }) => part === "supply");
  if (!battery || !unit || rig.plan.power !== SUPPLIES[supply.kind].power) return undefined;
  const milliampHours = supply.milliampHours ?? battery.milliampHours;
  const { stepUp } = battery;
  const least = rig.units.flatMap((one) => {
    const part = partOf(one);
    return isChip(part) ? [{ ref: one.ref, at: part.supplyRange[0] }] : [];
  });
  const first = least.reduce<(typeof least)[number] | undefined>(
    (most, one) => (!most || one.at > most.at ? one : most),
    undefined,
  );
  const at = (used: number, cell: Volts, mean: Milliamps): Omit<DischargePoint, "hours"> => {
    // What flows lowers what it flows from: once more with that gives it to a few millivolts.
    const loaded = Math.max(0.1, cell - (battery.ohms * mean) / 1000);
    const volts = stepUp?.volts ?? loaded;
    const figures = figuresAt(rig, unit.ref, volts);
    const drawn = stepUp ? (figures.mean * stepUp.volts) / (loaded * stepUp.share) : figures.mean;
    return { used, cell, volts, mean: drawn, light: figures.light };
  };
  const points: DischargePoint[] = [];
  let stops: Discharge["stops"];
  for (const [used, cell] of battery.curve) {
    const before = points.at(-1);
    const point = at(used, cell, at(used, cell, before?.mean ?? 0).mean);
    const isOver = first !== undefined && point.volts < first.at;
    const end = isOver && before ? endAt(before, point, first.at) : point;
    const mean = before ? (before.mean + end.mean) / 2 : end.mean;
    const step = before && mean > 0 ? ((end.used - before.used) * milliampHours) / mean : 0;
    points.push({ ...end, hours: Math.min(LONGEST_HOURS, (before?.hours ?? 0) + step) });
    if (isOver) {
      stops = first;
      break;
    }
  }
  return {
    points,
    milliampHours,
    hours: points.at(-1)!.hours,
    ...(stops ? { stops } : {}),
    source: SUPPLIES[supply.kind].source,
  };
}

/** The point between two at which a chip has no more than it works from. */
function endAt(
  before: DischargePoint,
  after: Omit<DischargePoint, "hours">,
  volts: Volts,
): Omit<DischargePoint, "hours"> {
  const share = before.volts <= volts ? 0 : (before.volts - volts) / (before.volts - after.volts);
  const between = (one: number, other: number) => one + (other - one) * share;
  return {
    used: between(before.used, after.used),
    cell: between(before.cell, after.cell),
    volts: between(before.volts, after.volts),
    mean: between(before.mean, after.mean),
    light: between(before.light, after.light),
  };
}

/** What the supply gives on average, and how bright a segment is, on so many volts. */
function figuresAt(rig: Rig, supply: UnitRef, volts: Volts): { mean: Milliamps; light: number } {
  const model = modelOf(changeUnits(rig, ({ ref }) => ref === supply, { volts }));
  return { mean: meanFrom(model, legRef(supply, "+")), light: Math.max(0, leastAverage(model)) / STEADY };
}
