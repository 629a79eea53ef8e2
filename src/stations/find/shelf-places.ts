import { useEffect, useState } from "react";
import { modelOf } from "@/core/address";
import type { Rig } from "@/core/rig";
import { keeper, useKept } from "@/store";
import { stationPath, stationsFor, type Station } from "../registry";
import type { Item } from "./item";
import { KNOWN_PLACES } from "./places";
import { kindsOf, type RigKinds } from "./rig-kinds";

interface Shelved {
  readonly rig: Rig;
  readonly kinds: RigKinds;
  readonly stations: readonly Station[];
}

/** Stations and fields of the rigs on a shelf: each once, of the first rig that has it. @param rigs the one to prefer first */
export function placesOfShelf(rigs: readonly Rig[]): readonly Item[] {
  const shelved = rigs.map((rig): Shelved => ({
    rig,
    kinds: kindsOf(modelOf(rig)),
    stations: stationsFor(rig.plan),
  }));
  const stations = new Map<string, Item>();
  for (const { rig, stations: has } of shelved)
    for (const station of has)
      if (!stations.has(station.name))
        stations.set(station.name, {
          id: `station-${station.name}`,
          icon: "bi-signpost",
          title: station.title,
          detail: "station",
          of: rig.name,
          also: station.also,
          first: true,
          target: { to: "address", href: stationPath(rig.id, station) },
        });
  const places = KNOWN_PLACES.flatMap(({ on, title, also, ...place }): Item[] => {
    const found = shelved.find(
      ({ kinds, stations: has }) => (on?.(kinds) ?? true) && has.some(({ name }) => name === place.station),
    );
    const station = found?.stations.find(({ name }) => name === place.station);
    if (!found || !station || stations.get(place.station)?.title === title) return [];
    return [
      {
        id: `place-${place.station}-${title}`,
        icon: "bi-input-cursor",
        title,
        detail: `on ${station.title}`,
        of: found.rig.name,
        also,
        first: true,
        target: { to: "place", place, href: stationPath(found.rig.id, station) },
      },
    ];
  });
  // A field that many kinds of rigs have under one name is offered once.
  const offered = new Set<string>();
  return [...stations.values(), ...places].filter(({ id }) => !offered.has(id) && offered.add(id));
}

const shelf = () => keeper().shelfEntries();
/** What was found last, until it has been looked at again. */
let before: readonly Item[] = [];

/** The same of this browser's shelf, the rig that was changed last first; empty until it was looked at. */
export function useShelfPlaces(): readonly Item[] {
  const entries = useKept(shelf);
  const [items, setItems] = useState(before);
  useEffect(() => {
    if (!entries) return;
    const latest = entries
      .flatMap((entry) => (entry.kind === "rig" ? [{ rig: entry.rig, changed: entry.record.changed }] : []))
      .sort((one, other) => other.changed - one.changed);
    // The dialog is there first.
    const later = setTimeout(() => setItems((before = placesOfShelf(latest.map(({ rig }) => rig)))));
    return () => clearTimeout(later);
  }, [entries]);
  return items;
}
