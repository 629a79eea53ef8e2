import type { RigModel } from "@/core/address";
import { kindsOf } from "../rig-kinds";
import { BUILDING } from "./building";
import { DOING } from "./doing";
import type { NamedPlace } from "./known";
import { SHOWING } from "./showing";

/** The places a rig has. */
export function placesOf(model: RigModel): readonly NamedPlace[] {
  const kinds = kindsOf(model);
  return [...BUILDING, ...SHOWING, ...DOING].filter(({ on }) => on?.(kinds) ?? true);
}
