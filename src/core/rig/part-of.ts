import { OWN_DISPLAY, digitsOf, displayPart, partById, type DisplaySheet, type Part } from "../parts";
import { remembered } from "../remember";
import type { Unit } from "./document";

/** The display part a sheet describes, made once for each sheet. */
const ownDisplay = remembered((sheet: DisplaySheet) => {
  const digits = digitsOf(sheet);
  return displayPart(
    OWN_DISPLAY,
    `${digits} digit${digits === 1 ? "" : "s"}, ${sheet.polarity.replace("-", " ")}, ${sheet.legs.length} legs, as entered`,
    "legs as the rig's owner entered them",
    sheet,
  );
});

/** The part a unit is: from the catalogue, or a display as its owner entered it. */
export const partOf = (unit: Unit): Part =>
  unit.part === OWN_DISPLAY ? ownDisplay(unit.sheet!) : partById(unit.part);
