import { gripOf, inputUnits } from "@/core/inputs";
import type { Rig, Unit } from "@/core/rig";

/** The clock chips of a rig: what is set with them is a time of day. */
export const clocksOf = (rig: Pick<Rig, "units">): Unit[] =>
  inputUnits(rig).flatMap(({ unit, part }) => (gripOf(part).kind === "time" ? [unit] : []));
