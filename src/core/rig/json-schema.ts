import { jsonSchemaOf, type JsonSchema } from "../document";
import { RIG, RIG_VERSION } from "./document";

/** The published JSON Schema of the rig document. */
export const RIG_JSON_SCHEMA: JsonSchema = {
  $schema: "http://json-schema.org/draft-07/schema#",
  $id: `bold-pip-rig-${RIG_VERSION}`,
  title: `Bold Pip rig, version ${RIG_VERSION}`,
  description:
    "One build: its units, the wires from leg to leg, the code's bit order, glyph shapes, the scan and the show. Beyond this schema, references are unique, wires end at legs that exist, and lines of the plan are lines of its controller.",
  ...jsonSchemaOf(RIG),
};
