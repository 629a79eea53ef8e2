import { LIMITS, readRig, type Problem, type Rig } from "@/core/rig";

/** Largest body a route takes, in bytes. */
const MOST_BYTES = LIMITS.fileBytes;

/** What is said of a larger one. */
export const TOO_LARGE = `The body is over ${MOST_BYTES / 1048576} MiB; a rig document is never that large.`;

export type RigRequest =
  { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly response: Response };

/** An error as JSON: a message, and what is wrong where. */
export const refuse = (status: number, error: string, problems: readonly Problem[] = []): Response =>
  Response.json({ error, problems }, { status });

/** Reads a request's body up to the limit; stops reading as soon as it is over. @returns undefined when it is over */
export async function bodyText(request: Request, most = MOST_BYTES): Promise<string | undefined> {
  if (Number(request.headers.get("content-length") ?? 0) > most) return undefined;
  const reader = request.body?.getReader();
  if (!reader) return "";
  const parts: Uint8Array[] = [];
  let size = 0;
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    size += next.value.byteLength;
    if (size > most) {
      await reader.cancel();
      return undefined;
    }
    parts.push(next.value);
  }
  return new TextDecoder().decode(Buffer.concat(parts));
}

/** The rig in a request's body, or the response that says why there is none. */
export async function rigFrom(request: Request): Promise<RigRequest> {
  const text = await bodyText(request);
  if (text === undefined) {
    return {
      ok: false,
      response: refuse(413, TOO_LARGE),
    };
  }
  const read = readRig(text);
  if (read.ok) return read;
  const notJson = read.problems.some(
    ({ message }) => message.startsWith("is not valid JSON") || message.startsWith("is empty"),
  );
  return {
    ok: false,
    response: refuse(
      notJson ? 400 : 422,
      notJson ? "The body is not JSON." : "The body is JSON, but not a rig document that can be used.",
      read.problems,
    ),
  };
}
