import * as yup from "yup";
import { LIMITS, PATTERNS } from "./limits";

const SHOWN_CHARACTERS = 40;

const cut = (text: string): string =>
  text.length > SHOWN_CHARACTERS ? `${text.slice(0, SHOWN_CHARACTERS - 3)}…` : text;

/** A value from a document as a message shows it: cut, however large it is. */
export function shown(value: unknown): string {
  if (typeof value === "string") return cut(JSON.stringify(value.slice(0, SHOWN_CHARACTERS * 2)));
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (typeof value === "object" && value !== null) return "an object";
  return cut(String(value));
}

/** Messages without the path: the reader puts it in front. */
yup.setLocale({
  mixed: {
    required: ({ originalValue }) => (originalValue === null ? "may not be null" : "is missing"),
    defined: "is missing",
    notNull: "may not be null",
    notType: ({ type, originalValue }) =>
      `must be ${/^[aeiou]/.test(type) ? "an" : "a"} ${type}, not ${shown(originalValue)}`,
    oneOf: ({ values, originalValue }) => `must be one of ${values}, not ${shown(originalValue)}`,
  },
  string: {
    min: ({ min, value }) =>
      `is too short: ${shown(value)}, at least ${min} character${min === 1 ? "" : "s"}`,
    max: ({ max, value }) => `is too long: ${value.length} characters, at most ${max}`,
    length: ({ length, value }) =>
      `must be ${length} character${length === 1 ? "" : "s"}, not ${shown(value)}`,
    matches: ({ value }) => `has a form that is not known here: ${shown(value)}`,
  },
  number: {
    min: ({ min, value }) => `is ${value}, which is below ${min}`,
    max: ({ max, value }) => `is ${value}, which is above ${max}`,
    moreThan: ({ more, value }) => `is ${value}, and must be more than ${more}`,
    integer: ({ value }) => `is ${value}, and must be a whole number`,
  },
  array: {
    min: ({ min, value }) => `has ${value.length} entries, at least ${min} are needed`,
    max: ({ max, value }) => `has ${value.length} entries, at most ${max} fit`,
    length: ({ length, value }) => `has ${value.length} entries, and must have ${length}`,
  },
  object: {
    noUnknown: ({ unknown }) => `has a key that is not known here: ${cut(String(unknown))}`,
  },
});

export const object = <Shape extends yup.ObjectShape>(shape: Shape) =>
  yup.object(shape).noUnknown().strict().required();
export const choice = <Value extends string>(...values: Value[]) =>
  yup.string().strict().required().oneOf(values);
export const text = (max: number) => yup.string().strict().defined().max(max);
export const legReference = () =>
  yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.legRef, {
      message: ({ value }) => `must name a leg such as "U1.14", not ${shown(value)}`,
    });
export const amount = (least: number, most: number) => yup.number().strict().min(least).max(most);
/** An object whose keys are not fixed: each key and each value is checked. */
export const record = (
  key: RegExp,
  what: string,
  value: (given: unknown) => boolean,
  wants: string,
  most: number = LIMITS.lines,
) =>
  yup
    .object()
    .strict()
    .required()
    .test("entries", "", (given: Record<string, unknown> | undefined, context) => {
      const entries = Object.entries(given ?? {});
      if (entries.length > most)
        return context.createError({ message: `has ${entries.length} entries, at most ${most} fit` });
      for (const [name, each] of entries) {
        if (!key.test(name))
          return context.createError({ message: `has a key that is no ${what}: ${cut(name)}` });
        if (!value(each))
          return context.createError({
            path: `${context.path}.${name}`,
            message: `must be ${wants}, not ${shown(each)}`,
          });
      }
      return true;
    });
export const isLine = (value: unknown): boolean =>
  typeof value === "string" && value.length > 0 && value.length <= 8;
export const list = (least: number, most: number) => yup.array().strict().required().min(least).max(most);
export const whole = (least: number, most: number) => amount(least, most).required().integer();
export const bitOrder = choice("msb-first", "lsb-first");
export const optional = <Shape extends yup.ObjectShape>(shape: Shape) =>
  yup.object(shape).noUnknown().strict().default(undefined).optional();
