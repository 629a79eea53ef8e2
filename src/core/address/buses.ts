import { busFacts } from "../chips";
import { isBusChip, type BusChipPart, type DriverChipPart } from "../parts";
import { legRef, type EncodedBus, type Encoding, type UnitRef } from "../rig";
import type { Wired } from "./conditions";
import { between, railVolts, reachFrom } from "./reach";

/** The driver chip that scans a rig's LEDs by itself, the first of them; undefined where nothing does. */
export const scanningChip = (
  model: Pick<Wired, "part"> & { readonly encoding: Encoding },
): DriverChipPart | undefined =>
  (model.encoding.buses ?? [])
    .map(({ units }) => model.part(units[0]!))
    .find((part) => part.kind === "driver-chip");

/** The buses chips hang on, as the wires lead to lines of the controller. */
export function busesOf(wired: Wired): EncodedBus[] {
  const { rig } = wired;
  const chips = rig.units.flatMap(({ ref }) => {
    const part = wired.part(ref);
    return isBusChip(part) ? [{ ref, part }] : [];
  });
  const lineAt = (ref: UnitRef, leg: string | undefined): string | undefined =>
    leg === undefined
      ? undefined
      : driversAt(wired, ref, leg).flatMap((driver) => (driver.kind === "line" ? [driver.line] : []))[0];
  const buses: EncodedBus[] = [];
  const taken = new Set<UnitRef>();
  for (const { ref, part } of chips) {
    if (taken.has(ref)) continue;
    const data = lineAt(ref, part.pins.data);
    const clock = lineAt(ref, part.pins.clock);
    const select = lineAt(ref, part.pins.select);
    if (data === undefined || clock === undefined || (part.pins.select && select === undefined)) continue;
    const base = { protocol: part.protocol, data, clock, ...(select === undefined ? {} : { select }) };
    let units = [ref];
    const { together } = busFacts(part).transport;
    if (together === "chain") units = chainFrom(wired, ref, chips);
    if (together === "addresses")
      units = chips
        .filter(
          (one) =>
            one.part.id === part.id &&
            lineAt(one.ref, one.part.pins.data) === data &&
            lineAt(one.ref, one.part.pins.clock) === clock,
        )
        .map((one) => one.ref);
    units.forEach((unit) => taken.add(unit));
    buses.push({
      ...base,
      units,
      ...(together === "addresses" ? { addresses: units.map((unit) => busAddress(wired, unit)) } : {}),
    });
  }
  return buses;
}

const driversAt = ({ rig, nets, drivers }: Wired, ref: UnitRef, leg: string) =>
  reachFrom(legRef(ref, leg), rig, nets, drivers).map(({ driver }) => driver);

/** From the chip nearest the controller along the data outputs. */
function chainFrom(
  wired: Wired,
  first: UnitRef,
  chips: ReadonlyArray<{ readonly ref: UnitRef; readonly part: BusChipPart }>,
): UnitRef[] {
  const next = new Map(
    chips.flatMap(({ ref, part }) =>
      driversAt(wired, ref, part.pins.data).flatMap((driver) =>
        driver.kind === "serial-out" ? [[driver.unit, ref] as const] : [],
      ),
    ),
  );
  return alongChain(next, first);
}

/** From a chip along the links from each to the one behind it. */
export function alongChain(next: ReadonlyMap<UnitRef, UnitRef>, first: UnitRef): UnitRef[] {
  const found = [first];
  for (let at = next.get(first); at !== undefined && !found.includes(at); at = next.get(at)) found.push(at);
  return found;
}

/** The lines of a bus: data, clock and, where there is one, the third. */
export const busLines = ({ data, clock, select }: EncodedBus): string[] => [
  data,
  clock,
  ...(select === undefined ? [] : [select]),
];

/**
 * The seven-bit bus address by the straps: each leg joined to the strap leg, directly or through a part, adds its bit.
 * On a chip whose straps have no leg to be joined to, each leg on a supply does.
 */
export function busAddress(wired: Wired, ref: UnitRef): number {
  const part = wired.part(ref);
  if (!isBusChip(part) || !part.address) return 0;
  const { base, straps, join } = part.address;
  const { nets } = wired;
  const bridged = (leg: string): boolean => {
    if (join === undefined)
      return (railVolts(wired.drivers.get(nets.of(legRef(ref, leg)).id) ?? []) ?? 0) > 0;
    const [one, other] = [legRef(ref, leg), legRef(ref, join)];
    return nets.of(one).id === nets.of(other).id || between(wired, "resistor", one, other).length > 0;
  };
  return straps.reduce((address, leg, bit) => (bridged(leg) ? address | (1 << bit) : address), base);
}
