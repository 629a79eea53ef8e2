import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable, type Writable } from "node:stream";
import { pipeline } from "node:stream/promises";
import busboy from "busboy";
import { SERVER_LIMITS, mib } from "./limits";
import { refusal, type Answer } from "./question";

/** Why a body could not be taken in. */
class UploadProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** The pieces of a body, up to a limit and within a time. @throws {UploadProblem} as soon as it is over one of them */
async function* arriving(
  body: ReadableStream<Uint8Array>,
  most: number,
  tooLarge: string,
  within: number,
): AsyncGenerator<Uint8Array> {
  const reader = body.getReader();
  let late: () => void = () => {};
  const isLate = new Promise<"late">((resolve) => (late = () => resolve("late")));
  const timer = setTimeout(late, within);
  let size = 0;
  try {
    for (;;) {
      const next = await Promise.race([reader.read(), isLate]);
      if (next === "late")
        throw new UploadProblem(408, `The body did not arrive within ${within / 1000} s. Send it again.`);
      if (next.done) return;
      size += next.value.byteLength;
      if (size > most) throw new UploadProblem(413, tooLarge);
      yield next.value;
    }
  } finally {
    clearTimeout(timer);
    await reader.cancel().catch(() => {});
  }
}

/** A request's body as text, or the answer that says why it was not taken in. */
export async function bodyText(
  request: Request,
  most: number,
  tooLarge: string,
  within: number = SERVER_LIMITS.arrival,
): Promise<string | Answer> {
  if (Number(request.headers.get("content-length") ?? 0) > most) return refusal(413, tooLarge);
  if (!request.body) return "";
  const parts: Uint8Array[] = [];
  try {
    for await (const piece of arriving(request.body, most, tooLarge, within)) parts.push(piece);
  } catch (problem) {
    if (problem instanceof UploadProblem) return refusal(problem.status, problem.message);
    return refusal(400, "The body was cut off.");
  }
  return new TextDecoder().decode(Buffer.concat(parts));
}

/** A form's text parts, and the file of its capture on disk until it is let go of. */
export interface Upload {
  readonly parts: Readonly<Record<string, string>>;
  readonly capture?: string | undefined;
  release(): Promise<void>;
}

const TEXT_PARTS = new Set(["rig", "mapping", "began"]);
const NO_FORM = "The body is not multipart/form-data with the parts “rig” and “capture”.";
const TOO_LARGE = `The capture is over ${mib(SERVER_LIMITS.captureBytes)}. Cut it to the part that matters.`;

/** Takes a form in: text parts into memory, up to their limit, the capture straight onto the disk. */
export async function takeUpload(request: Request): Promise<Upload | Answer> {
  const most = SERVER_LIMITS.captureBytes + SERVER_LIMITS.rigBytes;
  if (Number(request.headers.get("content-length") ?? 0) > most) return refusal(413, TOO_LARGE);
  const type = request.headers.get("content-type") ?? "";
  if (!/^multipart\/form-data/i.test(type) || !request.body) return refusal(400, NO_FORM);
  const folder = await mkdtemp(join(tmpdir(), "bold-pip-capture-"));
  const release = () => rm(folder, { recursive: true, force: true });
  try {
    const { parts, capture } = await readForm(request, type, join(folder, "capture"), most);
    return { parts, capture, release };
  } catch (problem) {
    await release();
    return problem instanceof UploadProblem
      ? refusal(problem.status, problem.message)
      : refusal(400, NO_FORM);
  }
}

async function readForm(request: Request, type: string, path: string, most: number) {
  const parts = new Map<string, string>();
  let capture: string | undefined;
  const written: Array<Promise<void>> = [];
  const write = (done: Promise<void>) => {
    // A form that is cut off ends its parts as well: the form's own end is what is waited for first.
    done.catch(() => {});
    written.push(done);
  };
  const form = busboy({
    headers: { "content-type": type },
    limits: {
      fieldSize: SERVER_LIMITS.rigBytes,
      fields: 8,
      files: 2,
      parts: 10,
      fileSize: SERVER_LIMITS.captureBytes,
    },
  });
  form.on("field", (name, value, { valueTruncated }) => {
    if (valueTruncated) form.destroy(new UploadProblem(413, tooLong(name)));
    else if (TEXT_PARTS.has(name)) parts.set(name, value);
  });
  form.on("file", (name, stream) => {
    if (name === "capture" && capture === undefined) {
      capture = path;
      write(pipeline(stream, createWriteStream(path)));
      stream.on("limit", () => form.destroy(new UploadProblem(413, TOO_LARGE)));
    } else if (TEXT_PARTS.has(name)) write(textOf(stream, name, parts));
    else stream.resume();
  });
  const body = arriving(request.body!, most, TOO_LARGE, SERVER_LIMITS.arrival);
  await pipeline(Readable.from(body), form as Writable);
  await Promise.all(written);
  return { parts: Object.fromEntries(parts), capture };
}

/** A text part that was sent as a file. */
async function textOf(stream: Readable, name: string, parts: Map<string, string>): Promise<void> {
  const pieces: Buffer[] = [];
  let size = 0;
  for await (const piece of stream as AsyncIterable<Buffer>) {
    size += piece.length;
    if (size > SERVER_LIMITS.rigBytes) throw new UploadProblem(413, tooLong(name));
    pieces.push(piece);
  }
  parts.set(name, Buffer.concat(pieces).toString("utf8"));
}

const tooLong = (name: string): string =>
  `The part “${name.slice(0, 40)}” is over ${mib(SERVER_LIMITS.rigBytes)}; a rig document is never that large.`;
