import type { RigModel } from "../address";
import type { KeyScan } from "../chips";
import { legRef, type UnitRef } from "../rig";
import { chipKeys, keyScanOf } from "./chip-keys";
import { wired, type WiredUp } from "./wire-up";

/** The chips of a rig that scan keys, with how they do. */
export const keyChips = (
  model: RigModel,
): ReadonlyArray<{ readonly chip: UnitRef; readonly scan: KeyScan }> =>
  (model.encoding.buses ?? []).flatMap(({ units }) => {
    const scan = keyScanOf(model, units);
    // What is on a module's board comes with the keys it has.
    return scan ? units.filter((unit) => !model.unit(unit).inside).map((chip) => ({ chip, scan })) : [];
  });

/** Adds a button between a segment leg and a key leg of a chip, at the first of its keys that is free. */
export function wireKey(model: RigModel, chip: UnitRef): WiredUp {
  const scan = keyChips(model).find((one) => one.chip === chip)?.scan;
  const part = model.part(chip);
  if (!scan || part.kind !== "driver-chip") return { ok: false, message: `${chip} scans no keys.` };
  const taken = new Set(chipKeys(model).flatMap((one) => (one.chip === chip ? [one.number] : [])));
  const order = [...scan.usual, ...scan.keys.map(({ number }) => number)];
  const free = order.find((number) => !taken.has(number));
  const key = scan.keys.find(({ number }) => number === free);
  if (!key) return { ok: false, message: `${chip} has all of its ${scan.keys.length} keys.` };
  const keyLeg = part.legs.find(({ name }) => name === `K${key.input}`)!.id;
  return wired(model, "button", {}, (table, ref) => {
    table.wire(legRef(ref, "1"), legRef(chip, part.segmentLegs[key.segment - 1]!));
    table.wire(legRef(ref, "2"), legRef(chip, keyLeg));
  });
}
