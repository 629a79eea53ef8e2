import { cellSegments, type Cell } from "../glyph";
import { partById, type Part } from "../parts";
import { netsOf, type Encoding, type Nets, type PipId, type Rig, type Unit, type UnitRef } from "../rig";
import { addressesOf, type Address } from "./addresses";
import { chainOf, type Chain } from "./chain";
import { encodePips, encodingOf, pipsOf } from "./encoding";
import { driversByNet, type Driver } from "./reach";

/** A rig with everything its wires imply, derived once. */
export interface RigModel {
  readonly rig: Rig;
  readonly nets: Nets;
  readonly drivers: ReadonlyMap<number, readonly Driver[]>;
  readonly chain: Chain;
  readonly addresses: readonly Address[];
  /** The display the scheme drives. */
  readonly display: Unit;
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
  const addresses = addressesOf(rig, nets, drivers);
  const wired = encodingOf(addresses, chain, rig.code.bitOrder, rig.plan.lines);
  const units = new Map(rig.units.map((unit) => [unit.ref, unit]));
  const byPip = new Map(addresses.map((address) => [address.pip, address]));
  const unit = (ref: UnitRef): Unit => {
    const found = units.get(ref);
    if (!found) throw new Error(`no unit ${ref} in the rig`);
    return found;
  };
  return {
    rig,
    nets,
    drivers,
    chain,
    addresses,
    display: rig.units.find((candidate) => partById(candidate.part).kind === "display") ?? rig.units[0]!,
    wired,
    encoding: rig.code.kept ?? wired,
    unit,
    part: (ref) => partById(unit(ref).part),
    address: (pip) => byPip.get(pip),
  };
}

/** The bytes the code sends for a cell, in the order they are sent. */
export function cellBytes(model: RigModel, cell: Cell): number[] {
  return encodePips(model.encoding, pipsOf(model.display.ref, 1, cellSegments(cell, model.rig.glyphs)));
}
