import * as yup from "yup";
import { MOTIONS, TURNS } from "../dots";
import { MATRICES, type MatrixName } from "../parts";
import { LIMITS, PATTERNS } from "./limits";
import { amount, choice, list, object, record, shown, text, whole } from "./schema-pieces";

export const MATRIX_NAMES = Object.keys(MATRICES) as MatrixName[];

const place = object({
  unit: yup
    .string()
    .strict()
    .required()
    .matches(PATTERNS.unitRef, {
      message: ({ value }) => `must be a reference such as "DS1", not ${shown(value)}`,
    }),
  x: whole(0, LIMITS.pictureSide - 1),
  y: whole(0, LIMITS.pictureSide - 1),
  turn: yup
    .number()
    .strict()
    .required()
    .oneOf([...TURNS]),
  mirrored: yup.boolean().strict().required(),
});

const textScene = object({
  kind: choice("text"),
  text: text(LIMITS.signText),
  font: text(LIMITS.name).min(1),
  motion: choice(...MOTIONS),
  step: amount(LIMITS.step[0], LIMITS.step[1]).required(),
  pause: amount(LIMITS.pause[0], LIMITS.pause[1]).required(),
  repeat: whole(LIMITS.repeat[0], LIMITS.repeat[1]),
  align: choice("left", "center", "right"),
  inverted: yup.boolean().strict().required(),
  gap: whole(LIMITS.gap[0], LIMITS.gap[1]),
  seamless: yup.boolean().strict().required(),
});

const pictureScene = object({
  kind: choice("pictures"),
  name: text(LIMITS.name),
  width: whole(1, LIMITS.pictureSide),
  height: whole(1, LIMITS.pictureSide),
  frames: list(1, LIMITS.pictures).of(
    object({
      dots: yup
        .string()
        .strict()
        .defined()
        .matches(PATTERNS.dots, {
          message: ({ value }) => `must be hexadecimal digits, not ${shown(value)}`,
        }),
      time: amount(LIMITS.step[0], LIMITS.pause[1]).required(),
    }),
  ),
  repeat: whole(LIMITS.repeat[0], LIMITS.repeat[1]),
});

const scene = yup.lazy((given: unknown) =>
  (given as { kind?: unknown } | null | undefined)?.kind === "pictures" ? pictureScene : textScene,
);

/** What a display of dots shows; rigs with digits have none. */
export const SIGN = yup
  .object({
    modules: list(0, LIMITS.modules).of(place),
    scenes: list(0, LIMITS.scenes).of(scene as never),
    fonts: record(
      PATTERNS.id,
      "id of a font",
      (value) => typeof value === "string" && value.length <= LIMITS.fontBytes,
      `the text of a BDF file of at most ${LIMITS.fontBytes / 1048576} MiB`,
      LIMITS.fonts,
    ),
  })
  .noUnknown()
  .strict()
  .default(undefined)
  .optional();
