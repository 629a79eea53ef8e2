import { gripOf, inputUnits } from "@/core/inputs";
import { isSingleLeds } from "@/core/parts";
import { partOf, type Rig, type Unit } from "@/core/rig";

/** The clock chips of a rig: what is set with them is a time of day. */
export const clocksOf = (rig: Pick<Rig, "units">): Unit[] =>
  inputUnits(rig).flatMap(({ unit, part }) => (gripOf(part).kind === "time" ? [unit] : []));

/** Parts of a rig that can be switched. */
export const switchable = ({ units }: Rig) =>
  units.filter((unit) => {
    const part = partOf(unit);
    return part.kind === "load" || isSingleLeds(part);
  });
