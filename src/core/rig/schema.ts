import * as yup from "yup";
import { PIP_NAMES, SEGMENTS } from "../glyph";
import { BUS_PROTOCOLS } from "../bus";
import { CONTROLLERS, PART_IDS, REGISTER_IDS } from "../parts";
import { MATRIX_NAMES, SIGN } from "./sign-schema";
import { BLINKS, LIMITS, PATTERNS } from "./limits";
import {
  amount,
  bitOrder,
  choice,
  isLine,
  legReference,
  list,
  object,
  optional,
  record,
  shown,
  text,
  whole,
} from "./schema-pieces";
import { DIGIT_SWITCHES, SCAN_SCHOOLS, SCHEMES } from "./types";

const oneGlyph = () =>
  yup
    .string()
    .strict()
    .required()
    .test(
      "one-character",
      ({ value }) => `must be one character, not ${shown(value)}`,
      (value) => value.length <= 2 && [...value].length === 1,
    )
    .test(
      "no-point",
      "may not be a full stop: the point belongs to the place before it",
      (value) => value !== ".",
    );

const chainLines = {
  data: text(8).min(1),
  clock: text(8).min(1),
  latch: yup.string().strict().min(1).max(8),
};
const unitReference = () =>
  yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.unitRef, {
      message: ({ value }) => `must be a reference such as "U1", not ${shown(value)}`,
    });

/** Exactly one of several sets of keys: what each is named by its first key. */
const oneShape = (shapes: Readonly<Record<string, yup.ObjectSchema<object>>>, what: string) =>
  yup.lazy((given: unknown) => {
    const key = Object.keys(shapes).find(
      (name) => typeof given === "object" && given !== null && name in given,
    );
    if (key !== undefined) return shapes[key]!;
    return yup.mixed().test("shape", `must be ${what}, not ${shown(given)}`, () => false);
  });
const byteAndBit = { byte: whole(0, LIMITS.bytes - 1), bit: whole(0, 7) };
const is = { is: yup.number().strict().required().oneOf([0, 1]) };
const lineName = { line: text(8).min(1) };
const place = oneShape({ byte: object(byteAndBit), line: object(lineName) }, "a bit of a byte or a line");
const need = oneShape(
  {
    byte: object({ ...byteAndBit, ...is }),
    line: object({ ...lineName, ...is }),
    decoder: object({ decoder: unitReference(), codes: list(0, 16).of(whole(0, 15)) }),
    ring: object({ ring: unitReference(), step: whole(0, 9) }),
    chip: object({
      chip: unitReference(),
      address: whole(0, 15),
      bit: whole(0, 7),
      is: yup.number().strict().oneOf([0, 1]),
    }),
  },
  "a bit, a line, a decoder's codes, a ring's step or a bit of a chip",
);

const encoding = optional({
  chain: optional(chainLines),
  bitOrder,
  byteCount: whole(0, LIMITS.bytes),
  pips: list(0, LIMITS.pips).of(
    object({
      pip: yup
        .string()
        .strict()
        .required()
        .matches(PATTERNS.pip, {
          message: ({ value }) => `must name an LED such as "DS1.1.b", not ${shown(value)}`,
        }),
      needs: list(0, LIMITS.needs).of(need),
    }),
  ),
  decoders: list(0, LIMITS.units).of(object({ unit: unitReference(), inputs: list(1, 4).of(place) })),
  rings: list(0, LIMITS.units).of(
    object({ unit: unitReference(), clock: text(8).min(1), reset: text(8).min(1) }),
  ),
  buses: yup
    .array()
    .strict()
    .max(LIMITS.buses)
    .of(
      object({
        protocol: choice(...BUS_PROTOCOLS),
        units: list(1, LIMITS.units).of(unitReference()),
        data: text(8).min(1),
        clock: text(8).min(1),
        select: yup.string().strict().min(1).max(8),
        addresses: yup.array().strict().max(LIMITS.units).of(whole(0, 127)),
      }),
    ),
});

const sheet = optional({
  polarity: choice("common-cathode", "common-anode"),
  legs: list(2, LIMITS.displayLegs).of(
    yup
      .string()
      .strict()
      .required()
      .matches(PATTERNS.legUse, {
        message: ({ value }) =>
          `must say what the leg is, such as "a", "digit-1" or "not-used", not ${shown(value)}`,
      }),
  ),
  marks: optional({
    colon: amount(1, LIMITS.ownDigits).integer(),
    degree: amount(1, LIMITS.ownDigits).integer(),
  }),
  pointIs: record(
    /^[1-8]$/,
    "digit",
    (value) => (PIP_NAMES as readonly unknown[]).includes(value),
    `one of ${PIP_NAMES.join(", ")}`,
  )
    .default(undefined)
    .optional(),
});

/** Yup schema of the rig document, version 2: shapes and ranges. What refers to what is checked by the reader. */
export const RIG_SCHEMA = object({
  format: choice("bold-pip-rig"),
  version: yup.number().strict().required().oneOf([2]),
  id: yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.id, { message: "must be 1 to 64 letters, digits and hyphens" }),
  name: text(LIMITS.name).min(1),
  note: text(LIMITS.note),
  plan: object({
    scheme: choice(...SCHEMES),
    controller: choice(...CONTROLLERS.map(({ id }) => id)),
    digits: whole(1, LIMITS.digits),
    countFrom: choice("left", "right"),
    display: choice("plain", "clock", "own", "dots"),
    module: yup.string().strict().oneOf(MATRIX_NAMES),
    own: sheet,
    polarity: choice("common-cathode", "common-anode"),
    resistors: choice("per-segment", "common"),
    digitSwitch: choice(...DIGIT_SWITCHES),
    power: choice("board", "separate"),
    lines: record(PATTERNS.lineUse, "use of a line", isLine, "the name of a line"),
    outputs: yup
      .array()
      .strict()
      .required()
      .length(8)
      .of(choice(...SEGMENTS)),
    digitOutputs: yup.array().strict().required().length(8).of(whole(1, 8)),
    register: yup.string().strict().oneOf(REGISTER_IDS),
    busAddress: amount(LIMITS.busAddress[0], LIMITS.busAddress[1]).integer(),
  }),
  units: yup
    .array()
    .strict()
    .required()
    .min(1)
    .max(LIMITS.units)
    .of(
      object({
        ref: unitReference(),
        part: choice(...PART_IDS),
        ohms: amount(LIMITS.ohms[0], LIMITS.ohms[1]),
        farads: amount(LIMITS.farads[0], LIMITS.farads[1]),
        volts: amount(LIMITS.volts[0], LIMITS.volts[1]),
        led: optional({
          colour: choice("red", "amber", "yellow-green", "green", "blue", "white"),
          forward: amount(LIMITS.forward[0], LIMITS.forward[1]).required(),
          slope: amount(LIMITS.slope[0], LIMITS.slope[1]).required(),
          testCurrent: amount(LIMITS.testCurrent[0], LIMITS.testCurrent[1]),
        }),
        sheet,
        placed: yup.boolean().strict(),
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
  scan: object({
    school: choice(...SCAN_SCHOOLS),
    on: list(1, LIMITS.ownDigits).of(amount(LIMITS.onTime[0], LIMITS.onTime[1]).required()),
    blank: amount(LIMITS.blankTime[0], LIMITS.blankTime[1]).required(),
    level: amount(LIMITS.level[0], LIMITS.level[1]).integer(),
    blink: yup
      .number()
      .strict()
      .oneOf([...BLINKS]),
  }),
  show: object({
    mode: choice("count", "hold"),
    texts: list(1, LIMITS.texts).of(text(LIMITS.text).min(1)),
    hold: text(LIMITS.text).min(1),
    interval: amount(LIMITS.interval[0], LIMITS.interval[1]).integer().required(),
    rounds: amount(0, LIMITS.rounds).integer().required(),
    end: choice("last", "blank"),
    align: choice("left", "right"),
    leadingZeros: choice("show", "blank"),
  }),
  sign: SIGN,
  leftOut: yup
    .array()
    .strict()
    .max(LIMITS.pips)
    .of(
      yup
        .string()
        .strict()
        .required()
        .matches(PATTERNS.pip, {
          message: ({ value }) => `must name an LED such as "DS1.1.b", not ${shown(value)}`,
        }),
    ),
});
