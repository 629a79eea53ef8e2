import { SEGMENTS } from "../glyph";
import { CONTROLLERS, PART_IDS } from "../parts";
import { LIMITS, PATTERNS } from "./limits";

type JsonSchema = Readonly<Record<string, unknown>>;

const object = (properties: Record<string, JsonSchema>, optional: readonly string[] = []): JsonSchema => ({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties).filter((key) => !optional.includes(key)),
  properties,
});
const list = (items: JsonSchema, maxItems: number, minItems = 0): JsonSchema => ({
  type: "array",
  items,
  minItems,
  maxItems,
});
const choice = (...values: ReadonlyArray<string | number>): JsonSchema => ({ enum: values });
const text = (maxLength: number, minLength = 0): JsonSchema => ({ type: "string", minLength, maxLength });
const form = (pattern: RegExp): JsonSchema => ({ type: "string", pattern: pattern.source });
const amount = ([minimum, maximum]: readonly [number, number], type = "number"): JsonSchema => ({
  type,
  minimum,
  maximum,
});
const described = (description: string, schema: JsonSchema): JsonSchema => ({ description, ...schema });

const segment = choice(...SEGMENTS);
const bitOrder = choice("msb-first", "lsb-first");
const lines = object({ data: text(8, 1), clock: text(8, 1), latch: text(8, 1) });

/** The published JSON Schema of the rig document, version 1. */
export const RIG_JSON_SCHEMA: JsonSchema = {
  $schema: "http://json-schema.org/draft-07/schema#",
  $id: "bold-pip-rig-1",
  title: "Bold Pip rig, version 1",
  description:
    "One build: its units, the wires from leg to leg, the code's bit order, glyph shapes and the show. Beyond this schema, references are unique, wires end at legs that exist, and lines of the plan are lines of its controller.",
  ...object({
    format: choice("bold-pip-rig"),
    version: choice(1),
    id: form(PATTERNS.id),
    name: text(LIMITS.name, 1),
    note: text(LIMITS.note),
    plan: described(
      "the choices the units and wires were first laid down from",
      object({
        scheme: choice("register-one-digit"),
        controller: choice(...CONTROLLERS.map(({ id }) => id)),
        polarity: choice("common-cathode", "common-anode"),
        resistors: choice("per-segment", "common"),
        power: choice("board", "separate"),
        lines,
        outputs: described("the segment for each register output, QA first", list(segment, 8, 8)),
      }),
    ),
    units: list(
      object(
        {
          ref: form(PATTERNS.unitRef),
          part: choice(...PART_IDS),
          ohms: described("Ω", amount(LIMITS.ohms)),
          farads: described("F", amount(LIMITS.farads)),
          volts: described("V", amount(LIMITS.volts)),
          led: object({
            colour: choice("red", "amber", "yellow-green", "green", "blue", "white"),
            forward: described("forward drop in V at about 10 mA", amount(LIMITS.forward)),
            slope: described("rise of the forward drop in Ω", amount(LIMITS.slope)),
          }),
        },
        ["ohms", "farads", "volts", "led"],
      ),
      LIMITS.units,
      1,
    ),
    wires: list(
      object({
        id: form(PATTERNS.id),
        from: form(PATTERNS.legRef),
        to: form(PATTERNS.legRef),
        placed: { type: "boolean" },
      }),
      LIMITS.wires,
    ),
    code: object(
      {
        bitOrder,
        kept: described(
          "present when the code stays as it was while the wires move: where each LED's bit was",
          object({
            lines,
            bitOrder,
            byteCount: amount([1, LIMITS.bytes], "integer"),
            bits: list(
              object({
                pip: form(PATTERNS.pip),
                byte: amount([0, LIMITS.bytes - 1], "integer"),
                bit: amount([0, 7], "integer"),
                lights: choice(0, 1),
              }),
              LIMITS.bits,
            ),
          }),
        ),
      },
      ["kept"],
    ),
    glyphs: list(object({ glyph: text(2, 1), segments: list(segment, 8) }), LIMITS.glyphs),
    show: object({
      mode: choice("count", "hold"),
      list: text(LIMITS.list, 1),
      hold: text(4, 1),
      interval: described("ms", amount(LIMITS.interval, "integer")),
      rounds: described("0: without end", amount([0, LIMITS.rounds], "integer")),
      end: choice("last", "blank"),
    }),
  }),
};
