import type { AuditRow } from "../audit";
import { csvRows } from "../foreign";
import { formatQuantity, type Milliamps, type Volts, type Watts } from "../quantity";
import { partOf, partsList, type Rig, type Unit } from "../rig";

/** One kind of part to buy or to take out of the drawer. */
export interface ShoppingLine {
  readonly count: number;
  readonly what: string;
  /** What to ask for beside the value: power, voltage or current it has to stand; empty where anything does. */
  readonly rating: string;
  readonly refs: readonly string[];
}

/** Powers resistors are sold for, in W; nothing smaller than a quarter is common with wires at its ends. */
const RESISTOR_WATTS: readonly Watts[] = [0.25, 0.5, 1, 2, 3, 5];
/** A resistor stays cool enough to touch at half of what it is sold for (customary). */
const RESISTOR_SHARE = 0.5;
/** W: what a solver lets through where nothing flows. */
const NOTHING: Watts = 1e-7;
/** Voltages capacitors are sold for, and how far above their supply one takes them: ceramic ones lose capacitance. */
const CAPACITOR_VOLTS: readonly Volts[] = [6.3, 10, 16, 25, 50];
const CAPACITOR_MARGIN = 2;

/** The first of the sizes that is enough; the largest where none is. */
const sizeFor = (sizes: readonly number[], needed: number): number =>
  sizes.find((size) => size >= needed) ?? sizes.at(-1)!;

/**
 * Every kind of part once, with how many and what it has to stand, worked out from the audit's worst.
 * @param rows of the rig's audit; A and W
 * @param take mA a supply of its own should give
 */
export function shoppingList(rig: Rig, rows: readonly AuditRow[], take: Milliamps): ShoppingLine[] {
  const worst = new Map(rows.map((row) => [row.id, Math.max(row.worst.value, row.astray?.value ?? 0)]));
  const units = new Map<string, Unit>(rig.units.map((unit) => [unit.ref, unit]));
  const mostOf = (kind: string, refs: readonly string[]) =>
    Math.max(0, ...refs.map((ref) => worst.get(`${kind}-${ref}`) ?? 0));
  const highest = Math.max(5, ...rig.units.map(({ volts = 0 }) => volts));
  return partsList(rig).map(({ count, what, refs }): ShoppingLine => {
    const unit = units.get(refs[0]!)!;
    if (what.startsWith("socket")) return { count, what, refs, rating: "" };
    return { count, what, refs, rating: ratingOf(unit, (kind) => mostOf(kind, refs), highest, take) };
  });
}

function ratingOf(unit: Unit, most: (kind: string) => number, volts: Volts, take: Milliamps): string {
  switch (partOf(unit).kind) {
    case "resistor": {
      const watts = most("resistor");
      const sold = formatQuantity(sizeFor(RESISTOR_WATTS, watts / RESISTOR_SHARE), "W");
      // One that sets a chip's current, or only holds a leg at a level, carries next to nothing.
      return watts > NOTHING ? `${sold} (${formatQuantity(watts, "W", 2)} at its worst)` : sold;
    }
    case "capacitor":
      return `${formatQuantity(sizeFor(CAPACITOR_VOLTS, volts * CAPACITOR_MARGIN), "V")} or more`;
    case "diode":
      return `carries up to ${formatQuantity(most("diode"), "A", 2)}`;
    case "transistor": {
      const amps = most("transistor");
      return amps > 0 ? `carries up to ${formatQuantity(amps, "A", 2)}` : "";
    }
    case "supply":
      return `${formatQuantity(take / 1000, "A", 2)} or more`;
    default:
      return "";
  }
}

/** The list as a table any spreadsheet opens. */
export const shoppingCsv = (list: readonly ShoppingLine[]): string =>
  csvRows([
    ["count", "part", "ask for", "for"],
    ...list.map(({ count, what, rating, refs }) => [String(count), what, rating, refs.join(" ")]),
  ]);
