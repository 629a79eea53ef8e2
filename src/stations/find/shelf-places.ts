import { useEffect, useState } from "react";
import { modelOf } from "@/core/address";
import type { Rig } from "@/core/rig";
import { keeper, useKept } from "@/store";
import { stationPath, stationsFor } from "../registry";
import type { Item } from "./item";
import { placeItem, stationItem } from "./place-items";
import { KNOWN_PLACES } from "./places";
import { kindsOf } from "./rig-kinds";

/** Stations and fields of the rigs on a shelf: each once, of the first rig that has it. @param rigs the one to prefer first */
export function placesOfShelf(rigs: readonly Rig[]): readonly Item[] {
  const shelved = rigs.map((rig) => ({
    rig,
    kinds: kindsOf(modelOf(rig)),
    stations: stationsFor(rig.plan),
  }));
  const stations = shelved.flatMap(({ rig, stations: has }) =>
    has.map((station) =>
      stationItem(station, {
        detail: "station",
        of: rig.name,
        target: { to: "address", href: stationPath(rig.id, station) },
      }),
    ),
  );
  const places = KNOWN_PLACES.flatMap((place) =>
    shelved.flatMap(({ rig, kinds, stations: has }) => {
      const station = has.find(({ name }) => name === place.station);
      return station && (place.on?.(kinds) ?? true)
        ? [placeItem(place, { of: rig.name, href: stationPath(rig.id, station) })]
        : [];
    }),
  );
  const offered = new Set<string>();
  return [...stations, ...places].filter(({ id }) => !offered.has(id) && offered.add(id));
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
