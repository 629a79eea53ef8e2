import { chipOn, type RigModel } from "../address";
import type { KeyScan } from "../chips";
import { isBusChip } from "../parts";
import { remembered } from "../remember";
import { legRef, type UnitRef } from "../rig";

/** A button whose legs hang on a segment leg and a key leg of a chip: the chip reads it, and is asked. */
export interface ChipKeyLine {
  readonly unit: UnitRef;
  readonly chip: UnitRef;
  /** The bus the chip is on, among those of the rig. */
  readonly bus: number;
  /** As the chip numbers its keys. */
  readonly number: number;
}

/** How the chip of a bus scans keys; undefined where it scans none. */
export function keyScanOf(model: RigModel, units: readonly UnitRef[]): KeyScan | undefined {
  const bus = (model.encoding.buses ?? []).find((one) => one.units.some((unit) => units.includes(unit)));
  return bus && chipOn(model, bus).keys;
}

/** The buttons of a rig that chips read, by their wires. */
export const chipKeys: (model: RigModel) => readonly ChipKeyLine[] = remembered((model: RigModel) => {
  const places = new Map<string, Omit<ChipKeyLine, "unit">>();
  (model.encoding.buses ?? []).forEach(({ units }, bus) => {
    const scan = keyScanOf(model, units);
    if (!scan) return;
    for (const chip of units) {
      const part = model.part(chip);
      if (!isBusChip(part) || part.kind !== "driver-chip") continue;
      const net = (leg: string) => model.nets.of(legRef(chip, leg)).id;
      for (const { number, segment, input } of scan.keys) {
        const keyLeg = part.legs.find(({ name }) => name === `K${input}`);
        const segmentLeg = part.segmentLegs[segment - 1];
        if (!keyLeg || segmentLeg === undefined) continue;
        const at = { chip, bus, number };
        places.set(`${net(segmentLeg)} ${net(keyLeg.id)}`, at);
        places.set(`${net(keyLeg.id)} ${net(segmentLeg)}`, at);
      }
    }
  });
  if (places.size === 0) return [];
  return model.rig.units.flatMap(({ ref }): ChipKeyLine[] => {
    const part = model.part(ref);
    if (part.kind !== "input" || part.act.by !== "contact") return [];
    const [one, other] = part.act.legs.map((leg) => model.nets.of(legRef(ref, leg)).id);
    const place = places.get(`${one} ${other}`);
    return place ? [{ unit: ref, ...place }] : [];
  });
});
