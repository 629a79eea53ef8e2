import type { Problem } from "@/core/document";

/** What scripts can ask. */
export const ROUTES = [
  "check",
  "run",
  "read-table",
  "simulate",
  "decode",
  "diagnose",
  "export/code",
  "export/frames",
  "export/sketch",
  "export/writes",
  "import/bdf",
] as const;
export type RouteName = (typeof ROUTES)[number];

/** A request as a worker thread gets it. */
export interface Question {
  readonly route: RouteName;
  readonly query: Readonly<Record<string, string>>;
  /** The body as text; of a form the text parts by name, and the file of the capture. */
  readonly text: string;
  readonly parts: Readonly<Record<string, string>>;
  readonly capture?: string | undefined;
}

/** What is answered; the body is handed over, not copied. */
export interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | Uint8Array;
}

/** An error as JSON: a message, and what is wrong where. */
export const refusal = (
  status: number,
  error: string,
  problems: readonly Problem[] = [],
  headers: Readonly<Record<string, string>> = {},
): Answer => ({
  status,
  headers: { "content-type": "application/json", ...headers },
  body: JSON.stringify({ error, problems }),
});

/** An answer in JSON, with status 200. */
export const json = (value: unknown): Answer => ({
  status: 200,
  headers: { "content-type": "application/json" },
  body: JSON.stringify(value),
});

/** A file as an answer. @param name safe to stand between quotes */
export const file = (
  body: string | Uint8Array,
  type: string,
  name: string,
  headers: Readonly<Record<string, string>> = {},
): Answer => ({
  status: 200,
  headers: { "content-type": type, "content-disposition": `attachment; filename="${name}"`, ...headers },
  body,
});
