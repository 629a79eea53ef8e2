import { fetched } from "@/ui";
import type { Place } from "./item";

export type { Item, Place } from "./item";
export type { Keys } from "./help";

export const RigFinder = fetched("The finder", () =>
  import("./rig-finder").then((module) => module.RigFinder),
);
export const PlainFinder = fetched("The finder", () =>
  import("./plain-finder").then((module) => module.PlainFinder),
);
export const Help = fetched("The help", () => import("./help").then((module) => module.Help));

/** Takes the focus to a field of a station, once it is there. @returns whether it was found */
export const focusOn = async (place: Place): Promise<boolean> => (await import("./focus-on")).focusOn(place);
