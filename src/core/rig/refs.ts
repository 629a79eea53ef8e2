import { form } from "../document";
import { PIP_NAMES, type PipName } from "../glyph";

/** Reference of a unit on the table: a class of letters and a number, `U1`, `DS1`, `R3`. */
export type UnitRef = string;
/** A leg of a unit, `U1.14`. */
export type LegRef = `${UnitRef}.${string}`;
/** One LED: unit, digit and segment, `DS1.1.b`. */
export type PipId = string;

const UNIT = "[A-Z]{1,4}[0-9]{1,3}";

export const UNIT_REF = form<UnitRef>(
  new RegExp(`^${UNIT}$`),
  (_, shown) => `must be a reference such as "U1", not ${shown}`,
);
export const LEG_REF = form<LegRef>(
  new RegExp(`^${UNIT}\\.[A-Za-z0-9+-]{1,8}$`),
  (_, shown) => `must name a leg such as "U1.14", not ${shown}`,
);
export const PIP_ID = form<PipId>(
  new RegExp(`^${UNIT}\\.[0-9]{1,2}\\.(${PIP_NAMES.join("|")})$`),
  (_, shown) => `must name an LED such as "DS1.1.b", not ${shown}`,
);
/** What units of text, wires, fonts and rigs are called in a document. */
export const ID_FORM = /^[A-Za-z0-9-]{1,64}$/;
export const ID = form(ID_FORM, () => "must be 1 to 64 letters, digits and hyphens");

export const legRef = (unit: UnitRef, leg: string): LegRef => `${unit}.${leg}`;

/** Splits `U1.14` into unit and leg. */
export function splitLegRef(ref: string): { unit: UnitRef; leg: string } {
  const dot = ref.indexOf(".");
  return dot < 0 ? { unit: ref, leg: "" } : { unit: ref.slice(0, dot), leg: ref.slice(dot + 1) };
}

export const pipId = (unit: UnitRef, digit: number, segment: PipName): PipId => `${unit}.${digit}.${segment}`;

/** The digit an LED is on, `DS1.1` of `DS1.1.b`. */
export const digitOf = (pip: PipId): string => pip.slice(0, pip.lastIndexOf("."));

/** Splits `DS1.1.b` into display, digit and segment. */
export function splitPipId(pip: PipId): { unit: UnitRef; digit: number; segment: PipName } {
  const [unit = "", digit = "1", segment = "a"] = pip.split(".");
  return { unit, digit: Number(digit), segment: segment as PipName };
}
