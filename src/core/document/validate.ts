import * as yup from "yup";
import type { Shape } from "./shapes";
import { yupOf, type Schema } from "./yup-schema";

/** One thing wrong with a document: where (a path such as `wires[3].to`, or a line), and what to do. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** One level at a time, and no traces: a document may be wrong in ten thousand places. */
const ONE_LEVEL = { strict: true, abortEarly: false, recursive: false, disableStackTrace: true } as const;

/**
 * Whether a value has a shape, looked at from the outside in: a list or object of the wrong size or kind is refused before
 * anything in it is looked at, and looking ends at the last problem that is told of.
 * @param problems takes what is wrong, at most `most`, in the order of the shape
 */
export function fits<Value>(
  shape: Shape<Value>,
  value: unknown,
  problems: Problem[],
  most: number,
): value is Value {
  look(yupOf(shape), value, "", problems, most);
  problems.splice(most);
  return problems.length === 0;
}

function look(given: Schema, value: unknown, path: string, problems: Problem[], most: number): void {
  if (problems.length >= most) return;
  const schema = (given as yup.Lazy<unknown>).resolve({ value } as never) as unknown as yup.AnySchema;
  try {
    schema.validateSync(value, { ...ONE_LEVEL, path } as object);
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    for (const one of error.inner.length > 0 ? error.inner : [error])
      problems.push({ path: one.path || path || "document", message: one.message });
    // Inside what has the wrong size or kind there is nothing to be said.
    if (!isObject(value)) return;
  }
  if (isObject(value)) {
    for (const [key, field] of Object.entries(fieldsOf(schema)))
      look(
        field,
        Object.hasOwn(value, key) ? value[key] : undefined,
        path ? `${path}.${key}` : key,
        problems,
        most,
      );
  } else if (Array.isArray(value)) {
    const { innerType } = schema as yup.ArraySchema<unknown[], object>;
    if (innerType)
      for (let at = 0; at < value.length && problems.length < most; at += 1)
        look(innerType as Schema, value[at], `${path}[${at}]`, problems, most);
  }
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const fieldsOf = (schema: yup.AnySchema): Record<string, Schema> =>
  (schema as unknown as { readonly fields?: Record<string, Schema> }).fields ?? {};
