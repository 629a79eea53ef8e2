import type { Place } from "../item";
import type { RigKinds } from "../rig-kinds";

/** A field, a view or a button one may look for, and what makers call it. */
export interface NamedPlace extends Place {
  readonly title: string;
  /** Other words for it, with commas between them. */
  readonly also: string;
}

export interface KnownPlace extends NamedPlace {
  /** Rigs that have it; all of them where it is left out. */
  readonly on?: (kinds: RigKinds) => boolean;
}
