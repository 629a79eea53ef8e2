import { MOTIONS, TURNS } from "../dots";
import { PIP_NAMES, SEGMENTS } from "../glyph";
import { BUS_PROTOCOLS } from "../bus";
import { CONTROLLERS, PART_IDS, REGISTER_IDS } from "../parts";
import { BLINKS, LIMITS, PATTERNS } from "./limits";
import { MATRIX_NAMES } from "./sign-schema";
import { CHAIN_USES, DIGIT_SWITCHES, SCAN_SCHOOLS, SCHEMES } from "./types";

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
const chainLines = object(Object.fromEntries(CHAIN_USES.map((use) => [use, text(8, 1)])), ["latch"]);
const whole = (least: number, most: number) => amount([least, most], "integer");
const oneOf = (...shapes: JsonSchema[]): JsonSchema => ({ anyOf: shapes });
const keyed = (pattern: RegExp, value: JsonSchema, most: number = LIMITS.lines): JsonSchema => ({
  type: "object",
  additionalProperties: false,
  maxProperties: most,
  patternProperties: { [pattern.source]: value },
});
const byteAndBit = { byte: whole(0, LIMITS.bytes - 1), bit: whole(0, 7) };
const is = choice(0, 1);
const place = oneOf(object(byteAndBit), object({ line: text(8, 1) }));
const need = oneOf(
  object({ ...byteAndBit, is }),
  object({ line: text(8, 1), is }),
  object({ decoder: form(PATTERNS.unitRef), codes: list(whole(0, 15), 16) }),
  object({ ring: form(PATTERNS.unitRef), step: whole(0, 9) }),
  object({ chip: form(PATTERNS.unitRef), address: whole(0, 15), bit: whole(0, 7), is }, ["is"]),
);
const sheet = described(
  "a display as its owner entered it: what each leg is, leg 1 first",
  object(
    {
      polarity: choice("common-cathode", "common-anode"),
      legs: list(form(PATTERNS.legUse), LIMITS.displayLegs, 2),
      marks: object({ colon: whole(1, LIMITS.ownDigits), degree: whole(1, LIMITS.ownDigits) }, [
        "colon",
        "degree",
      ]),
      pointIs: keyed(/^[1-8]$/, choice(...PIP_NAMES)),
    },
    ["marks", "pointIs"],
  ),
);

const textScene = object({
  kind: choice("text"),
  text: text(LIMITS.signText),
  font: text(LIMITS.name, 1),
  motion: choice(...MOTIONS),
  step: described("ms", amount(LIMITS.step)),
  pause: described("ms", amount(LIMITS.pause)),
  repeat: amount(LIMITS.repeat, "integer"),
  align: choice("left", "center", "right"),
  inverted: { type: "boolean" },
  gap: amount(LIMITS.gap, "integer"),
  seamless: { type: "boolean" },
});
const pictureScene = object({
  kind: choice("pictures"),
  name: text(LIMITS.name),
  width: whole(1, LIMITS.pictureSide),
  height: whole(1, LIMITS.pictureSide),
  frames: list(
    object({
      dots: described(
        "packed rows, the leftmost dot the highest bit, as hexadecimal digits",
        form(PATTERNS.dots),
      ),
      time: described("ms", amount([LIMITS.step[0], LIMITS.pause[1]])),
    }),
    LIMITS.pictures,
    1,
  ),
  repeat: amount(LIMITS.repeat, "integer"),
});
const sign = described(
  "what a display of dots shows, and how its modules stand: x and y in dots, mirrored before turned clockwise",
  object({
    modules: list(
      object({
        unit: form(PATTERNS.unitRef),
        x: whole(0, LIMITS.pictureSide - 1),
        y: whole(0, LIMITS.pictureSide - 1),
        turn: choice(...TURNS),
        mirrored: { type: "boolean" },
      }),
      LIMITS.modules,
    ),
    scenes: list(oneOf(textScene, pictureScene), LIMITS.scenes),
    fonts: described(
      "fonts by id, each the text of a BDF file",
      keyed(PATTERNS.id, text(LIMITS.fontBytes), LIMITS.fonts),
    ),
  }),
);

/** The published JSON Schema of the rig document, version 2. */
export const RIG_JSON_SCHEMA: JsonSchema = {
  $schema: "http://json-schema.org/draft-07/schema#",
  $id: "bold-pip-rig-2",
  title: "Bold Pip rig, version 2",
  description:
    "One build: its units, the wires from leg to leg, the code's bit order, glyph shapes, the scan and the show. Beyond this schema, references are unique, wires end at legs that exist, and lines of the plan are lines of its controller.",
  ...object(
    {
      format: choice("bold-pip-rig"),
      version: choice(2),
      id: form(PATTERNS.id),
      name: text(LIMITS.name, 1),
      note: text(LIMITS.note),
      plan: described(
        "the choices the units and wires were first laid down from",
        object(
          {
            scheme: choice(...SCHEMES),
            controller: choice(...CONTROLLERS.map(({ id }) => id)),
            digits: whole(1, LIMITS.digits),
            countFrom: described("which digit is called digit 1", choice("left", "right")),
            display: choice("plain", "clock", "own", "dots"),
            module: described("which modules of dots", choice(...MATRIX_NAMES)),
            own: sheet,
            polarity: choice("common-cathode", "common-anode"),
            resistors: choice("per-segment", "common"),
            digitSwitch: choice(...DIGIT_SWITCHES),
            power: choice("board", "separate"),
            lines: described("the controller line for each use", keyed(PATTERNS.lineUse, text(8, 1))),
            outputs: described("the segment for each output of a segment driver", list(segment, 8, 8)),
            digitOutputs: described("the digit for each output of a digit driver", list(whole(1, 8), 8, 8)),
            register: described("the register that drives segments", choice(...REGISTER_IDS)),
            busAddress: described(
              "what the address straps of a driver chip add to its first bus address",
              amount(LIMITS.busAddress, "integer"),
            ),
          },
          ["own", "module", "register", "busAddress"],
        ),
      ),
      units: list(
        object(
          {
            ref: form(PATTERNS.unitRef),
            part: choice(...PART_IDS),
            ohms: described("Ω", amount(LIMITS.ohms)),
            farads: described("F", amount(LIMITS.farads)),
            volts: described("V", amount(LIMITS.volts)),
            led: object(
              {
                colour: choice("red", "amber", "yellow-green", "green", "blue", "white"),
                forward: described("forward drop in V at the test current", amount(LIMITS.forward)),
                slope: described("rise of the forward drop in Ω", amount(LIMITS.slope)),
                testCurrent: described(
                  "current in mA the drop is named at; 10 where it is left out",
                  amount(LIMITS.testCurrent),
                ),
              },
              ["testCurrent"],
            ),
            sheet,
            placed: described("whether it is seated on the table", { type: "boolean" }),
          },
          ["ohms", "farads", "volts", "led", "sheet", "placed"],
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
            "present when the code stays as it was while the wires move: how each LED was reached",
            object(
              {
                chain: chainLines,
                bitOrder,
                byteCount: whole(0, LIMITS.bytes),
                pips: list(object({ pip: form(PATTERNS.pip), needs: list(need, LIMITS.needs) }), LIMITS.pips),
                decoders: list(
                  object({ unit: form(PATTERNS.unitRef), inputs: list(place, 4, 1) }),
                  LIMITS.units,
                ),
                rings: list(
                  object({ unit: form(PATTERNS.unitRef), clock: text(8, 1), reset: text(8, 1) }),
                  LIMITS.units,
                ),
                buses: described(
                  "buses with driver chips on them, of a chain the chip nearest the controller first",
                  list(
                    object(
                      {
                        protocol: choice(...BUS_PROTOCOLS),
                        units: list(form(PATTERNS.unitRef), LIMITS.units, 1),
                        data: text(8, 1),
                        clock: text(8, 1),
                        select: text(8, 1),
                        addresses: list(whole(0, 127), LIMITS.units),
                      },
                      ["select", "addresses"],
                    ),
                    LIMITS.buses,
                  ),
                ),
              },
              ["chain", "buses"],
            ),
          ),
        },
        ["kept"],
      ),
      glyphs: list(object({ glyph: text(2, 1), segments: list(segment, 8) }), LIMITS.glyphs),
      scan: described(
        "how digits that share segments take turns; times in µs, the last on-time stands for all that follow",
        object(
          {
            school: choice(...SCAN_SCHOOLS),
            on: list(amount(LIMITS.onTime), LIMITS.ownDigits, 1),
            blank: amount(LIMITS.blankTime),
            level: described("brightness step of driver chips", amount(LIMITS.level, "integer")),
            blink: described("blinking of driver chips that can, in Hz", choice(...BLINKS)),
          },
          ["level", "blink"],
        ),
      ),
      show: object({
        mode: choice("count", "hold"),
        texts: list(text(LIMITS.text, 1), LIMITS.texts, 1),
        hold: text(LIMITS.text, 1),
        interval: described("ms", amount(LIMITS.interval, "integer")),
        rounds: described("0: without end", amount([0, LIMITS.rounds], "integer")),
        end: choice("last", "blank"),
        align: choice("left", "right"),
        leadingZeros: choice("show", "blank"),
      }),
      sign,
      leftOut: described("LEDs left unwired on purpose", list(form(PATTERNS.pip), LIMITS.pips)),
    },
    ["sign", "leftOut"],
  ),
};
