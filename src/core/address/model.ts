import { cellSegments, type Cell } from "../glyph";
import { isDisplay, type DisplayPart, type Part } from "../parts";
import {
  netsOf,
  ownUnits,
  partOf,
  showsDots,
  type Encoding,
  type Nets,
  type PipId,
  type Rig,
  type Unit,
  type UnitRef,
  type DigitId,
  asUnit,
} from "../rig";
import { addressesOf, type Address } from "./addresses";
import { chainOf, type Chain } from "./chain";
import type { Wired } from "./conditions";
import { encodingOf } from "./encoding";
import { driversByNet } from "./reach";
import { pipsOf, slotsOf, stateFor, type DriveState } from "./state";

/** A rig with everything its wires imply, derived once. */
export interface RigModel extends Wired {
  readonly rig: Rig;
  readonly nets: Nets;
  readonly chain: Chain;
  readonly addresses: readonly Address[];
  /** The first display: its colour is that of all. */
  readonly display: Unit;
  /** Every digit in reading order. */
  readonly digits: readonly DigitId[];
  /** Digits that are lit at the same time, slot after slot of the scan; one slot where nothing is shared. */
  readonly slots: ReadonlyArray<readonly DigitId[]>;
  /** What the wires ask for. */
  readonly wired: Encoding;
  /** What the code does: the wires' encoding, or the one that was kept. */
  readonly encoding: Encoding;
  unit(ref: UnitRef): Unit;
  part(ref: UnitRef): Part;
  address(pip: PipId): Address | undefined;
}

/** Derives a rig's nets, drivers, chain, addresses and encoding from its wires. */
export function modelOf(rig: Rig): RigModel {
  const nets = netsOf(rig);
  const drivers = driversByNet(rig, nets);
  const chain = chainOf(rig, nets, drivers);
  const units = new Map(rig.units.map((unit) => [unit.ref, unit]));
  const unit = (ref: UnitRef): Unit => {
    const found = units.get(ref);
    if (!found) throw new Error(`no unit ${ref} in the rig`);
    return found;
  };
  const base: Wired = { rig, nets, drivers, part: (ref) => partOf(unit(ref)) };
  const addresses = addressesOf(base);
  const wired = encodingOf(base, addresses, chain);
  const encoding = rig.code.kept ?? wired;
  const byPip = new Map(addresses.map((address) => [address.pip, address]));
  const dots = showsDots(rig.plan);
  // A display of another kind beside the plan's takes no part in its show.
  const displays = ownUnits(rig).filter((candidate) => {
    const part = partOf(candidate);
    return isDisplay(part) && part.columns > 0 === dots;
  });
  const digits = displays.flatMap((display) =>
    Array.from({ length: (partOf(display) as DisplayPart).digits }, (_, at) => ({
      unit: display.ref,
      digit: at + 1,
    })),
  );
  return {
    ...base,
    chain,
    addresses,
    display: displays[0] ?? rig.units[0]!,
    digits,
    slots: digits.length > 0 ? slotsOf(encoding, digits) : [[]],
    wired,
    encoding,
    unit,
    address: (pip) => byPip.get(pip),
  };
}

/** Whether digits take turns. */
export const isMultiplexed = ({ slots }: Pick<RigModel, "slots">): boolean => slots.length > 1;

/** Whether a rig's program writes to driver chips and nothing else takes turns. */
export const writesToChips = (model: Pick<RigModel, "slots" | "encoding">): boolean =>
  (model.encoding.buses?.length ?? 0) > 0 && !isMultiplexed(model);

/** A digit's place in reading order, from 0; -1 for none. */
export const placeOfDigit = ({ digits }: Pick<RigModel, "digits">, unit: UnitRef, digit: number): number =>
  digits.findIndex((id) => id.unit === unit && id.digit === digit);

/** The number people call a digit by: counted from the left or from the right, as the plan says. */
export function positionOf(model: Pick<RigModel, "digits" | "rig">, unit: UnitRef, digit: number): number {
  const place = placeOfDigit(model, unit, digit);
  return model.rig.plan.countFrom === "right" ? model.digits.length - place : place + 1;
}

/** The LEDs a cell lights on a digit, as far as the digit has them. */
export function cellPips(model: RigModel, cell: Cell, { unit, digit }: DigitId): Set<PipId> {
  const wanted = pipsOf(unit, digit, cellSegments(cell, model.rig.glyphs));
  return new Set([...wanted].filter((pip) => model.address(pip) !== undefined));
}

/** A rig without a display has no digit: nothing is lit there. */
const NO_DIGIT: DigitId = { unit: asUnit(""), digit: 1 };

/** What the code puts out for a cell on one digit, by default the first, everything else dark. */
export const cellState = (model: RigModel, cell: Cell, digit?: DigitId): DriveState =>
  stateFor(model.encoding, cellPips(model, cell, digit ?? model.digits[0] ?? NO_DIGIT));

/** The bytes the code sends for a cell on one digit, in the order they are sent. */
export const cellBytes = (model: RigModel, cell: Cell, digit?: DigitId): number[] => [
  ...cellState(model, cell, digit).bytes,
];
