import type { RigModel } from "@/core/address";
import { kindsOf } from "../rig-kinds";
import { BUILDING } from "./building";
import { DOING } from "./doing";
import type { KnownPlace, NamedPlace } from "./known";
import { SHOWING } from "./showing";

export type { NamedPlace };

/** Every place, whichever rigs have it. */
export const KNOWN_PLACES: readonly KnownPlace[] = [...BUILDING, ...SHOWING, ...DOING];

/** The places a rig has. */
export function placesOf(model: RigModel): readonly NamedPlace[] {
  const kinds = kindsOf(model);
  return KNOWN_PLACES.filter(({ on }) => on?.(kinds) ?? true);
}
