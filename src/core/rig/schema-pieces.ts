import * as yup from "yup";
import { PATTERNS } from "./limits";

export const shown = (value: unknown): string => {
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
};

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
    noUnknown: ({ unknown }) => `has a key that is not known here: ${unknown}`,
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
export const record = (key: RegExp, what: string, value: (given: unknown) => boolean, wants: string) =>
  yup
    .object()
    .strict()
    .required()
    .test("entries", "", (given: Record<string, unknown> | undefined, context) => {
      for (const [name, each] of Object.entries(given ?? {})) {
        if (!key.test(name)) return context.createError({ message: `has a key that is no ${what}: ${name}` });
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
