import type { Part } from "../parts";
import { asUnit, splitLegRef, type UnitRef, type Wire } from "./document";

/** Letters references begin with, by kind of part. */
export function lettersOf(part: Part): string {
  switch (part.kind) {
    case "resistor":
      return "R";
    case "capacitor":
      return "C";
    case "crystal":
      return "X";
    case "diode":
      return "D";
    case "display":
      return part.single ? "LED" : "DS";
    case "transistor":
      return "Q";
    case "supply":
      return "PS";
    case "module":
      return "M";
    case "input":
      return part.act.by === "contact"
        ? "SW"
        : part.act.by === "keys"
          ? "KP"
          : part.act.by === "steps"
            ? "RE"
            : part.act.by === "wiper"
              ? "RV"
              : "SE";
    case "load":
      return part.sounds ? "BZ" : "K";
    default:
      return "U";
  }
}

/** A reference with these letters that no unit has. */
export function freeRef(letters: string, taken: ReadonlySet<string>): UnitRef {
  let number = 1;
  while (taken.has(`${letters}${number}`)) number += 1;
  return asUnit(`${letters}${number}`);
}

/** Whether a wire ends at a unit. */
export const endsAt = (wire: Wire, ref: UnitRef): boolean =>
  splitLegRef(wire.from).unit === ref || splitLegRef(wire.to).unit === ref;
