import * as yup from "yup";
import { shapeIn, type AnyShape } from "./shapes";
import { cut, shown } from "./shown";

/** Choices that are listed whole; of more, those that begin alike, and how many others there are. */
const MOST_LISTED = 24;
/** Letters that have to be alike. */
const ALIKE = 3;

function someOf(choices: readonly string[], given: unknown): string {
  if (choices.length <= MOST_LISTED) return choices.join(", ");
  const start = typeof given === "string" ? given.slice(0, ALIKE).toLowerCase() : "";
  const alike = start === "" ? [] : choices.filter((one) => one.toLowerCase().startsWith(start));
  const listed = (alike.length > 0 ? alike : choices).slice(0, MOST_LISTED);
  return `${listed.join(", ")} and ${choices.length - listed.length} others the schema lists`;
}

/** Messages without the path: the reader puts it in front. */
yup.setLocale({
  mixed: {
    required: ({ originalValue }) => (originalValue === null ? "may not be null" : "is missing"),
    defined: "is missing",
    notNull: "may not be null",
    notType: ({ type, originalValue }) =>
      `must be ${/^[aeiou]/.test(type) ? "an" : "a"} ${type}, not ${shown(originalValue)}`,
    oneOf: ({ values, originalValue }) =>
      `must be one of ${someOf(String(values).split(", "), originalValue)}, not ${shown(originalValue)}`,
  },
  string: {
    min: ({ min, value }) =>
      `is too short: ${shown(value)}, at least ${min} character${min === 1 ? "" : "s"}`,
    max: ({ max, value }) => `is too long: ${value.length} characters, at most ${max}`,
  },
  number: {
    min: ({ min, value }) => `is ${value}, which is below ${min}`,
    max: ({ max, value }) => `is ${value}, which is above ${max}`,
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

export type Schema = yup.ISchema<unknown> & { readonly type?: string };

const made = new WeakMap<AnyShape, Schema>();

/** A shape as a Yup schema that takes a value as it is and changes nothing. */
export function yupOf(shape: AnyShape): Schema {
  const known = made.get(shape);
  if (known) return known;
  const schema = make(shape);
  made.set(shape, schema);
  return schema;
}

const schemaOf = (shape: AnyShape) => yupOf(shape) as yup.AnySchema;
const presence = (schema: yup.AnySchema, { optional }: AnyShape) =>
  (optional ? schema : schema.defined()).strict();

function make(shape: AnyShape): Schema {
  switch (shape.kind) {
    case "text": {
      const schema = yup.string().max(shape.most);
      // Yup would call an empty text too short, even where none is asked for.
      return presence(shape.least > 0 ? schema.min(shape.least) : schema, shape);
    }
    case "form":
      return presence(
        yup.string().test(
          "form",
          ({ value }) => shape.says(value, shown(value)),
          (value) => value === undefined || shape.pattern.test(value),
        ),
        shape,
      );
    case "choice":
      return presence(
        typeof shape.of[0] === "number"
          ? yup.number().oneOf([...(shape.of as readonly number[])])
          : yup.string().oneOf([...(shape.of as readonly string[])]),
        shape,
      );
    case "number": {
      const schema = yup.number().min(shape.least).max(shape.most);
      return presence(shape.whole ? schema.integer() : schema, shape);
    }
    case "flag":
      return presence(yup.boolean(), shape);
    case "list": {
      const schema = yup.array().of(schemaOf(shape.each));
      return presence(
        shape.least === shape.most ? schema.length(shape.most) : schema.min(shape.least).max(shape.most),
        shape,
      );
    }
    case "object":
      return presence(objectOf(Object.entries(shape.fields)), shape);
    case "keyed":
      return yup.lazy((given: unknown) => presence(keyedSchema(shape, given), shape));
    case "either":
      return yup.lazy((given: unknown) => {
        const one = shapeIn(shape, given);
        if (one) return schemaOf(one);
        if (given === undefined) return presence(yup.mixed(), shape);
        return yup.mixed().test("shape", `must be ${shape.what}, not ${shown(given)}`, () => false);
      });
  }
}

const objectOf = (fields: ReadonlyArray<readonly [string, AnyShape]>) =>
  yup
    .object(Object.fromEntries(fields.map(([key, field]) => [key, schemaOf(field)])))
    .noUnknown()
    // Yup would make an empty object of what is left out.
    .default(undefined);

/** The keys there are, once they are not too many and each is one there may be. */
function keyedSchema(shape: Extract<AnyShape, { kind: "keyed" }>, given: unknown): yup.AnySchema {
  const keys = typeof given === "object" && given !== null && !Array.isArray(given) ? Object.keys(given) : [];
  const odd = keys.length > shape.most ? undefined : keys.find((key) => !shape.key.test(key));
  const problem =
    keys.length > shape.most
      ? `has ${keys.length} entries, at most ${shape.most} fit`
      : odd !== undefined && `has a key that is no ${shape.keyIs}: ${cut(odd)}`;
  return problem
    ? yup
        .object()
        .default(undefined)
        .test("keys", problem, () => false)
    : objectOf(keys.map((key) => [key, shape.each]));
}
