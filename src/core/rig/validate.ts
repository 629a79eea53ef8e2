import * as yup from "yup";

/** One thing wrong with a document: where (a path such as `wires[3].to`, or a line), and what to do. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

type Schema = yup.ISchema<unknown> & { readonly type?: string };

/** One level at a time, and no traces: a document may be wrong in ten thousand places. */
const ONE_LEVEL = { strict: true, abortEarly: false, recursive: false, disableStackTrace: true } as const;

/**
 * Holds a value against a Yup schema from the outside in: a list or object of the wrong size or kind is refused before
 * anything in it is looked at, and looking ends at the last problem that is told of.
 * @returns at most `most` problems, in the order of the schema
 */
export function problemsOf(schema: Schema, value: unknown, most: number): Problem[] {
  const problems: Problem[] = [];
  look(schema, value, "", problems, most);
  return problems.slice(0, most);
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
