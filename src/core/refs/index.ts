import { form } from "../document";
import { PIP_NAMES, type PipName } from "../glyph";

declare const REFERS: unique symbol;
type Reference<To extends string> = string & { readonly [REFERS]: To };

/** Reference of a unit on the table: a class of letters and a number, `U1`, `DS1`, `R3`. */
export type UnitRef = Reference<"unit">;
/** A leg of a unit, `U1.14`. */
export type LegRef = Reference<"leg">;
/** One LED: unit, digit and segment, `DS1.1.b`. */
export type PipId = Reference<"pip">;

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
/** What rigs, wires and fonts are called in a document. */
export const ID_FORM = /^[A-Za-z0-9-]{1,64}$/;
export const ID = form(ID_FORM, () => "must be 1 to 64 letters, digits and hyphens");

/*
 * The one place that puts references together and takes them apart. A document's are of the right form once it was read;
 * `as…` takes the word of code that names one itself.
 */

export const asUnit = (text: string): UnitRef => text as UnitRef;
/** A text that is known to be a leg's reference: from a checked document, or a test. */
export const asLeg = (text: string): LegRef => text as LegRef;
/** The same for the reference of a pip. */
export const asPip = (text: string): PipId => text as PipId;

/** `U1.14`: a leg of a unit. */
export const legRef = (unit: UnitRef, leg: string): LegRef => asLeg(`${unit}.${leg}`);

/** Splits `U1.14` into unit and leg. */
export function splitLegRef(ref: LegRef): { readonly unit: UnitRef; readonly leg: string } {
  const dot = ref.indexOf(".");
  return { unit: asUnit(ref.slice(0, dot)), leg: ref.slice(dot + 1) };
}

/** One digit of a display, or one row of a module of dots. */
export interface DigitId {
  readonly unit: UnitRef;
  /** Number inside its unit, from 1. */
  readonly digit: number;
}

/** A digit as the key of a map, `DS1.1`. */
export type DigitKey = Reference<"digit">;
/** `DS1.2`: a digit, as keys of maps and lists need it. */
export const digitKey = ({ unit, digit }: DigitId): DigitKey => `${unit}.${digit}` as DigitKey;

/** What an LED's id says: where it stands. */
export interface PipPlace extends DigitId {
  readonly segment: PipName;
}

/** `DS1.2.b`: an LED of a digit, digits from 1. */
export const pipId = (unit: UnitRef, digit: number, segment: PipName): PipId =>
  asPip(`${unit}.${digit}.${segment}`);

/** Splits `DS1.1.b` into display, digit and segment. */
export function splitPipId(pip: PipId): PipPlace {
  const [unit, digit, segment] = pip.split(".") as [UnitRef, string, PipName];
  return { unit, digit: Number(digit), segment };
}

/** The digit an LED is on, `DS1.1` of `DS1.1.b`. */
export const digitOf = (pip: PipId): DigitKey => pip.slice(0, pip.lastIndexOf(".")) as DigitKey;

/** The LED of that name on a digit. */
export const pipOn = (digit: DigitKey, segment: PipName): PipId => asPip(`${digit}.${segment}`);

/** Unit and digit of a key; the inverse of {@link digitKey}. */
export function splitDigitKey(key: DigitKey): DigitId {
  const [unit, digit] = key.split(".") as [UnitRef, string];
  return { unit, digit: Number(digit) };
}

/** Whether an LED is on a digit. */
export const isOnDigit = (pip: PipId, digit: DigitId): boolean => digitOf(pip) === digitKey(digit);

/** Whether an LED is on a unit. */
export const isOnUnit = (pip: PipId, unit: UnitRef): boolean => pip.startsWith(`${unit}.`);
