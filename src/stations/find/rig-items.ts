import { pipTitle, type RigModel } from "@/core/address";
import type { Finding } from "@/core/check";
import { formatByte, isDot, readSegments, type PipName } from "@/core/glyph";
import type { LegNames } from "@/core/parts";
import { legRef, legTitle, splitPipId, unitValue, type LegRef, type Rig } from "@/core/rig";
import type { GlyphRow } from "@/core/sim";
import type { Topic } from "@/core/subject";
import { stationsFor } from "../registry";
import type { Item } from "./item";
import { placeItem, stationItem } from "./place-items";
import { placesOf } from "./places";

const subject = (topic: Topic, legs: readonly LegRef[] = []) => ({ to: "subject", topic, legs }) as const;

const capital = (text: string): string => text.replace(/^./, (first) => first.toUpperCase());

/** Stations, the fields on them, and what was found against the rig. */
export const stationItems = (model: RigModel, findings: readonly Finding[]): Item[] => [
  ...stationsFor(model.rig.plan).map((station) =>
    stationItem(station, { detail: `station, key ${station.key}`, target: subject(station.topics[0]!) }),
  ),
  ...placesOf(model).map((place) => placeItem(place)),
  ...findings.map(({ id, severity, title, topic, legs, pips }): Item => ({
    id: `finding-${id}`,
    icon: severity === "fault" ? "bi-x-octagon-fill" : "bi-exclamation-triangle-fill",
    title,
    detail: severity,
    target: { to: "subject", topic, legs, pip: pips[0] },
  })),
];

/** Parts, legs, LEDs, and characters with their bytes. */
export function partItems(model: RigModel, table: readonly GlyphRow[], legNames: LegNames): Item[] {
  const items: Item[] = [];
  for (const { pip, ownLeg } of model.addresses) {
    const { unit, segment } = splitPipId(pip);
    items.push({
      id: `pip-${pip}`,
      icon: "bi-circle-fill",
      title: capital(pipTitle(model, pip)),
      detail: `pick ${unit} ${isDot(segment) ? "dot" : "segment"} ${segment}`,
      target: { ...subject("wiring", [ownLeg]), pip },
    });
  }
  for (const unit of model.rig.units) {
    const part = model.part(unit.ref);
    const all = part.legs.map(({ id }) => legRef(unit.ref, id));
    items.push({
      id: `unit-${unit.ref}`,
      icon: "bi-cpu",
      title: unit.ref,
      detail: [part.title, unitValue(unit)].filter(Boolean).join(", "),
      target: subject("wiring", all),
    });
    if (part.kind === "resistor" || part.kind === "capacitor") continue;
    for (const leg of all)
      items.push({
        id: `leg-${leg}`,
        icon: "bi-dot",
        title: legTitle(model.rig, leg, legNames),
        detail: "leg (pin)",
        target: subject("wiring", [leg]),
      });
  }
  for (const { cell, bytes } of table)
    items.push({
      id: `glyph-${cell.glyph}`,
      icon: "bi-type",
      title: cell.glyph === " " ? "blank" : `Glyph ${cell.glyph}`,
      detail: bytes.map((byte) => `${formatByte(byte)} · ${byte}`).join(", "),
      also: "character",
      target: subject("shapes"),
    });
  return items;
}

/**
 * A byte that was typed, and what it lights on this rig's wires.
 * @param segments what the simulated display lights with it
 */
export function byteItem(value: number, segments: readonly PipName[], glyphs: Rig["glyphs"]): Item {
  const reads = readSegments(segments, glyphs)[0];
  const says = reads === " " ? "blank" : reads ? `reads ${reads}` : "reads as no character";
  return {
    id: `byte-${value}`,
    icon: "bi-hash",
    title: `Byte ${formatByte(value)}`,
    detail: `${says} on this wiring: ${segments.join(" ") || "nothing lit"}`,
    target: subject("shapes"),
  };
}
