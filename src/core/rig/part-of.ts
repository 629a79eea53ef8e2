import {
  MODULE_PART,
  OWN_DISPLAY,
  digitsOf,
  displayPart,
  namedBy,
  partById,
  type ControllerPart,
  type DisplaySheet,
  type LineNames,
  type ModulePart,
  type Part,
} from "../parts";
import { remembered } from "../remember";
import type { Unit } from "./document";
import type { Bought } from "./modules/bought";

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

/** The part a module's board is, made once for each. */
const moduleBoard = remembered((bought: Bought): ModulePart => ({
  id: MODULE_PART,
  kind: "module",
  out: (bought.out ?? []).map((_, at) => String(bought.header.length + at + 1)),
  title: bought.name,
  outline: { style: "header" },
  legs: [...bought.header, ...(bought.out ?? [])].map(({ name, use }, at) => ({
    id: String(at + 1),
    name: at < bought.header.length || use === "data" ? name : `${name} out`,
    role: use === "not-used" ? "not-used" : "passive",
  })),
  source: "customary: boards differ, so check the one in hand",
}));

const namedLines: Readonly<Record<LineNames, (part: ControllerPart) => ControllerPart>> = {
  printed: remembered((part) => namedBy(part, "printed")),
  ports: remembered((part) => namedBy(part, "ports")),
};

/** The part a unit is: from the catalogue, a display as its owner entered it, or a module's board. */
export function partOf(unit: Unit): Part {
  if (unit.part === OWN_DISPLAY) return ownDisplay(unit.sheet!);
  if (unit.part === MODULE_PART) return moduleBoard(unit.module!);
  const part = partById(unit.part);
  return part.kind === "controller" && unit.lineNames ? namedLines[unit.lineNames](part) : part;
}
