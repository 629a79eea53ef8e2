import { railVolts, type RigModel } from "../address";
import { isChip } from "../parts";
import type { Farads, Nanoseconds, Ohms, Volts } from "../quantity";
import { remembered } from "../remember";
import { legRef, splitLegRef, type EncodedBus, type LegRef, type UnitRef } from "../rig";
import { inputLevels } from "./input-levels";

/** What the input of a chip, and its lead, have to ground (HC and driver data sheets: 5 to 10 pF an input; customary lead). */
const INPUT_FARADS: Farads = 10e-12;
/** An input that is to read high at more than this share of what pulls it up would wait for ever. */
const MOST_SHARE = 0.95;

/** How long the slowest line of an open-drain bus takes to rise, and what makes it slow. */
export interface EdgeTime {
  readonly rise: Nanoseconds;
  /** Of the slowest line: what pulls it up, all resistors together, and what it has to fill. */
  readonly ohms: Ohms;
  readonly farads: Farads;
  /** Capacitors on it that were put there. */
  readonly capacitors: readonly UnitRef[];
  readonly leg: LegRef;
}

/**
 * The time in which a line of an open-drain bus rises from ground to what its chip reads as high: −R C ln(1 − V(high) ÷ V),
 * with every resistor that pulls it up and every capacitor from it to ground.
 * @returns undefined where nothing pulls it up: then it never rises
 */
function edgeTime(model: RigModel, unit: UnitRef, leg: LegRef): EdgeTime | undefined {
  const part = model.part(unit);
  if (!isChip(part)) return undefined;
  const here = model.nets.of(leg);
  let conductance = 0;
  let supply: Volts = 0;
  let farads = 0;
  const capacitors: UnitRef[] = [];
  for (const one of here.legs) {
    const { unit: ref, leg: id } = splitLegRef(one);
    const { kind } = model.part(ref);
    if (isChip(model.part(ref))) farads += INPUT_FARADS;
    if (kind !== "resistor" && kind !== "capacitor") continue;
    const far = model.nets.of(legRef(ref, id === "1" ? "2" : "1"));
    const volts = railVolts(model.drivers.get(far.id) ?? []);
    if (kind === "resistor" && volts !== undefined && volts > 0) {
      conductance += 1 / model.unit(ref).ohms!;
      supply = Math.max(supply, volts);
    }
    if (kind === "capacitor" && volts === 0) {
      farads += model.unit(ref).farads ?? 0;
      capacitors.push(ref);
    }
  }
  if (conductance === 0) return undefined;
  const share = Math.min(MOST_SHARE, inputLevels(model, unit, part).sure / supply);
  const ohms = 1 / conductance;
  return { rise: -ohms * farads * Math.log(1 - share) * 1e9, ohms, farads, capacitors, leg };
}

const riseTimes = remembered((_: RigModel) => new Map<string, EdgeTime | undefined>());

/** The slowest line of a bus whose lines are only pulled down by what drives them; undefined for other buses. */
export function slowestEdge(model: RigModel, bus: EncodedBus): EdgeTime | undefined {
  const known = riseTimes(model);
  const key = bus.units.join();
  if (known.has(key)) return known.get(key);
  const unit = bus.units[0]!;
  const part = model.part(unit);
  const legs =
    bus.select === undefined && "pins" in part && "data" in part.pins
      ? [part.pins.data, part.pins.clock].map((id) => legRef(unit, id))
      : [];
  const found = legs
    .flatMap((leg) => edgeTime(model, unit, leg) ?? [])
    .reduce<EdgeTime | undefined>((slow, one) => (slow && slow.rise >= one.rise ? slow : one), undefined);
  known.set(key, found);
  return found;
}
