import { printParseErrorCode, visit } from "jsonc-parser";

/** A JSON text as a value, or what is wrong with it and where. */
export type JsonText =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly path: string; readonly message: string };

/** Line and column, from 1, of a place in a text. */
function lineAndColumn(text: string, offset: number): string {
  const before = text.slice(0, offset).split("\n");
  return `line ${before.length}, column ${before[before.length - 1]!.length + 1}`;
}

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [34, 92, 91, 93, 123, 125];

/** Where a text has more brackets within brackets than is allowed; undefined where it has not. */
function tooDeepAt(text: string, most: number): number | undefined {
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (quoted) {
      if (code === BACKSLASH) at += 1;
      else if (code === QUOTE) quoted = false;
    } else if (code === QUOTE) quoted = true;
    else if (code === OPEN_LIST || code === OPEN_OBJECT) {
      depth += 1;
      if (depth > most) return at;
    } else if (code === CLOSE_LIST || code === CLOSE_OBJECT) depth -= 1;
  }
  return undefined;
}

/** Ends a walk at the first error: there may be millions behind it. */
class FirstError extends Error {
  constructor(
    readonly what: string,
    readonly offset: number,
  ) {
    super(what);
  }
}

/**
 * Parses JSON that may be hostile: its depth is counted before anything walks it.
 * @param mostDeep brackets within brackets
 */
export function parseJson(text: string, mostDeep: number): JsonText {
  const deep = tooDeepAt(text, mostDeep);
  if (deep !== undefined)
    return {
      ok: false,
      path: lineAndColumn(text, deep),
      message: `has more than ${mostDeep} brackets within brackets; nothing that is read here is nested that deep`,
    };
  try {
    return { ok: true, value: JSON.parse(text) };
  } catch {
    const first = firstError(text);
    return {
      ok: false,
      path: first ? lineAndColumn(text, first.offset) : "file",
      message: `is not valid JSON: ${first?.what ?? "not JSON"}. Mend that place, or export the file again`,
    };
  }
}

function firstError(text: string): FirstError | undefined {
  try {
    visit(
      text,
      {
        onError: (error, offset) => {
          throw new FirstError(
            printParseErrorCode(error)
              .replace(/([a-z])([A-Z])/g, "$1 $2")
              .toLowerCase(),
            offset,
          );
        },
      },
      { disallowComments: true, allowTrailingComma: false },
    );
  } catch (error) {
    if (error instanceof FirstError) return error;
    throw error;
  }
  return undefined;
}
