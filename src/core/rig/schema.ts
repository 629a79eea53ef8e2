import * as yup from "yup";
import { SEGMENTS } from "../glyph";
import { CONTROLLERS, PART_IDS } from "../parts";
import { LIMITS, PATTERNS } from "./limits";

const shown = (value: unknown): string => {
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

const object = <Shape extends yup.ObjectShape>(shape: Shape) =>
  yup.object(shape).noUnknown().strict().required();
const choice = <Value extends string>(...values: Value[]) => yup.string().strict().required().oneOf(values);
const text = (max: number) => yup.string().strict().defined().max(max);
const legReference = () =>
  yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.legRef, {
      message: ({ value }) => `must name a leg such as "U1.14", not ${shown(value)}`,
    });
const amount = (least: number, most: number) => yup.number().strict().min(least).max(most);
const oneGlyph = () =>
  yup
    .string()
    .strict()
    .required()
    .test(
      "one-character",
      ({ value }) => `must be one character, not ${shown(value)}`,
      (value) => [...value].length === 1,
    )
    .test(
      "no-point",
      "may not be a full stop: the point belongs to the place before it",
      (value) => value !== ".",
    );

const lines = object({
  data: text(8).min(1),
  clock: text(8).min(1),
  latch: text(8).min(1),
});
const bitOrder = choice("msb-first", "lsb-first");

const encoding = yup
  .object({
    lines,
    bitOrder,
    byteCount: yup.number().strict().required().integer().min(1).max(LIMITS.bytes),
    bits: yup
      .array()
      .strict()
      .required()
      .max(LIMITS.bits)
      .of(
        object({
          pip: yup
            .string()
            .strict()
            .required()
            .matches(PATTERNS.pip, {
              message: ({ value }) => `must name an LED such as "DS1.1.b", not ${shown(value)}`,
            }),
          byte: yup
            .number()
            .strict()
            .required()
            .integer()
            .min(0)
            .max(LIMITS.bytes - 1),
          bit: yup.number().strict().required().integer().min(0).max(7),
          lights: yup.number().strict().required().oneOf([0, 1]),
        }),
      ),
  })
  .noUnknown()
  .strict()
  .default(undefined)
  .optional();

/** Yup schema of the rig document, version 1: shapes and ranges. What refers to what is checked by the reader. */
export const RIG_SCHEMA = object({
  format: choice("bold-pip-rig"),
  version: yup.number().strict().required().oneOf([1]),
  id: yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.id, { message: "must be 1 to 64 letters, digits and hyphens" }),
  name: text(LIMITS.name).min(1),
  note: text(LIMITS.note),
  plan: object({
    scheme: choice("register-one-digit"),
    controller: choice(...CONTROLLERS.map(({ id }) => id)),
    polarity: choice("common-cathode", "common-anode"),
    resistors: choice("per-segment", "common"),
    power: choice("board", "separate"),
    lines,
    outputs: yup
      .array()
      .strict()
      .required()
      .length(8)
      .of(choice(...SEGMENTS)),
  }),
  units: yup
    .array()
    .strict()
    .required()
    .min(1)
    .max(LIMITS.units)
    .of(
      object({
        ref: yup
          .string()
          .strict()
          .required()
          .matches(PATTERNS.unitRef, {
            message: ({ value }) => `must be a reference such as "U1", not ${shown(value)}`,
          }),
        part: choice(...PART_IDS),
        ohms: amount(LIMITS.ohms[0], LIMITS.ohms[1]),
        farads: amount(LIMITS.farads[0], LIMITS.farads[1]),
        volts: amount(LIMITS.volts[0], LIMITS.volts[1]),
        led: yup
          .object({
            colour: choice("red", "amber", "yellow-green", "green", "blue", "white"),
            forward: amount(LIMITS.forward[0], LIMITS.forward[1]).required(),
            slope: amount(LIMITS.slope[0], LIMITS.slope[1]).required(),
          })
          .noUnknown()
          .strict()
          .default(undefined)
          .optional(),
      }),
    ),
  wires: yup
    .array()
    .strict()
    .required()
    .max(LIMITS.wires)
    .of(
      object({
        id: yup
          .string()
          .strict()
          .required()
          .matches(PATTERNS.id, { message: "must be 1 to 64 letters, digits and hyphens" }),
        from: legReference(),
        to: legReference(),
        placed: yup.boolean().strict().required(),
      }),
    ),
  code: object({ bitOrder, kept: encoding }),
  glyphs: yup
    .array()
    .strict()
    .required()
    .max(LIMITS.glyphs)
    .of(
      object({
        glyph: oneGlyph(),
        segments: yup
          .array()
          .strict()
          .required()
          .max(8)
          .of(choice(...SEGMENTS)),
      }),
    ),
  show: object({
    mode: choice("count", "hold"),
    list: text(LIMITS.list).min(1),
    hold: text(4).min(1),
    interval: amount(LIMITS.interval[0], LIMITS.interval[1]).integer().required(),
    rounds: amount(0, LIMITS.rounds).integer().required(),
    end: choice("last", "blank"),
  }),
});
