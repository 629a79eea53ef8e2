import type { AnyShape } from "./shapes";

export type JsonSchema = Readonly<Record<string, unknown>>;

/** A shape as JSON Schema, draft 7. */
export function jsonSchemaOf(shape: AnyShape): JsonSchema {
  return { ...(shape.about === undefined ? {} : { description: shape.about }), ...bare(shape) };
}

function bare(shape: AnyShape): JsonSchema {
  switch (shape.kind) {
    case "text":
      return { type: "string", minLength: shape.least, maxLength: shape.most };
    case "form":
      return { type: "string", pattern: shape.pattern.source };
    case "choice":
      return { enum: shape.of };
    case "number":
      return { type: shape.whole ? "integer" : "number", minimum: shape.least, maximum: shape.most };
    case "flag":
      return { type: "boolean" };
    case "list":
      return {
        type: "array",
        items: jsonSchemaOf(shape.each),
        minItems: shape.least,
        maxItems: shape.most,
      };
    case "keyed":
      return {
        type: "object",
        additionalProperties: false,
        maxProperties: shape.most,
        patternProperties: { [shape.key.source]: jsonSchemaOf(shape.each) },
      };
    case "object": {
      const fields = Object.entries(shape.fields);
      return {
        type: "object",
        additionalProperties: false,
        required: fields.filter(([, { optional }]) => !optional).map(([key]) => key),
        properties: Object.fromEntries(fields.map(([key, field]) => [key, jsonSchemaOf(field)])),
      };
    }
    case "either":
      return { anyOf: Object.values(shape.shapes).map(jsonSchemaOf) };
  }
}
