import { findStation, type Station } from "../registry";
import type { Item } from "./item";
import type { NamedPlace } from "./places";

/** A station as the finder offers it. @param where what is said beside its title, and how one gets there */
export const stationItem = (
  { name, title, also }: Station,
  where: Pick<Item, "detail" | "of" | "target">,
): Item => ({ id: `station-${name}`, icon: "bi-signpost", title, also, first: true, ...where });

/** A field of a station likewise; with the name and the address of its rig where that is not open. */
export const placeItem = (
  { title, also, station, press, field }: NamedPlace,
  away?: { readonly of: string; readonly href: string },
): Item => ({
  id: `place-${station}-${title}`,
  icon: "bi-input-cursor",
  title,
  detail: `on ${findStation(station)!.title}`,
  of: away?.of,
  also,
  first: true,
  target: { to: "place", place: { station, press, field }, href: away?.href },
});
