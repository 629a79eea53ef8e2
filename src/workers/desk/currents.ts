import { ledResistors, type RigModel } from "@/core/address";
import {
  baseAdvice,
  bothPlacings,
  offerFor,
  pickResistor,
  supplyAdvice,
  type BaseAdvice,
  type LitWhen,
  type ResistorOffer,
  type PlacingFigures,
  type SupplyAdvice,
} from "@/core/audit";
import { currentFigures, setSink, type CurrentFigures } from "@/core/circuit";
import type { ESeries, Farads, Milliamps, Ohms } from "@/core/quantity";
import type { UnitRef } from "@/core/rig";
import {
  dischargeOf,
  dropOf,
  fuseFor,
  regulatedBy,
  type Discharge,
  type Drop,
  type Regulated,
} from "@/core/supply";
import { chipScans, lightDuty, type ChipScan } from "@/core/scan";

/** How a driver chip scans, without the LEDs on it. */
export type ChipFigures = Omit<ChipScan, "part" | "leds" | "slots">;

/** What drives the LEDs of a rig, and how strongly. */
export interface Driving {
  readonly chips: readonly ChipFigures[];
  /** What each constant-current sink is set to, mA. */
  readonly sinks: ReadonlyArray<{ readonly ref: UnitRef; readonly set: Milliamps }>;
  /** The longest share of the time any digit is lit, where a sink's average hangs on it. */
  readonly duty: number;
  readonly figures: CurrentFigures;
  readonly supply: SupplyAdvice;
  /** What the first of the LEDs' own resistors has; undefined where they have none. */
  readonly ohms: Ohms | undefined;
}

/** What flows while the rig is driven: of each LED, of each chip that scans, of the supply. */
export function drivingOf(model: RigModel): Driving {
  const sinks = model.rig.units.flatMap(({ ref }) => {
    const part = model.part(ref);
    return part.kind === "shift-register" && part.constantCurrent
      ? [{ ref, set: setSink(model, ref, "typical") }]
      : [];
  });
  return {
    chips: chipScans(model).map(({ part: _, leds: __, slots: ___, ...scan }) => scan),
    sinks,
    duty: sinks.length > 0 ? lightDuty(model) : 1,
    figures: currentFigures(model),
    supply: supplyAdvice(model),
    ohms: model.rig.units.find(({ ref }) => ledResistors(model).has(ref))?.ohms,
  };
}

/** What a supply has to give, how long a battery does, and what is left of it along strung modules. */
export interface SupplyFigures {
  readonly most: Milliamps;
  readonly bulk: Farads;
  /** The fuse for its plus, mA; undefined beyond what fuses are made for. */
  readonly fuse: Milliamps | undefined;
  readonly regulator: Regulated | undefined;
  readonly discharge: Discharge | undefined;
  readonly drop: Drop | undefined;
}

/** The figures of a rig's supply. */
export function supplyFigures(model: RigModel): SupplyFigures {
  const { most, bulk } = supplyAdvice(model);
  return {
    most,
    bulk,
    fuse: fuseFor(most),
    regulator: regulatedBy(model.rig.plan, most),
    discharge: dischargeOf(model.rig),
    drop: dropOf(model),
  };
}

/** What is advised about currents. */
export interface CurrentAdvice {
  readonly placings: readonly PlacingFigures[];
  readonly bases: readonly BaseAdvice[];
  readonly supply: SupplyAdvice;
}

/** What the currents ask for beside the resistors: how it is fed, and which levels do not match. */
export const adviceOn = (model: RigModel): CurrentAdvice => ({
  placings: bothPlacings(model),
  bases: baseAdvice(model),
  supply: supplyAdvice(model),
});

/** A wanted current, and which values may be offered for it. */
export interface WantedCurrent {
  readonly current: Milliamps;
  readonly when: LitWhen;
  readonly series: ESeries;
  /** The value in place: it is offered too. */
  readonly now?: Ohms;
}

/** The resistors for a wanted current, the smallest first, or why none is. */
export interface PickedResistor {
  readonly exact?: Ohms;
  readonly message?: string;
  readonly offers: readonly ResistorOffer[];
}

export function resistorsFor(
  { rig }: RigModel,
  { current, when, series, now }: WantedCurrent,
): PickedResistor {
  const picked = pickResistor(rig, current, when, series);
  const offers = picked.ok ? [...picked.offers] : [];
  if (now !== undefined && !offers.some(({ ohms }) => ohms === now)) offers.push(offerFor(rig, now));
  offers.sort((one, other) => one.ohms - other.ohms);
  return picked.ok ? { exact: picked.exact, offers } : { message: picked.message, offers };
}
