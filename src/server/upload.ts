import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable, type Writable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import busboy from "busboy";
import { SERVER_LIMITS, mib } from "./limits";
import { refusal, type Answer } from "./question";

/** Reads a body up to a limit, and stops reading as soon as it is over. @returns undefined when it is over */
export async function bodyText(request: Request, most: number): Promise<string | undefined> {
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

/** A form's text parts, and the file of its capture on disk until it is let go of. */
export interface Upload {
  readonly parts: Readonly<Record<string, string>>;
  readonly capture?: string | undefined;
  release(): Promise<void>;
}

const TEXT_PARTS = new Set(["rig", "mapping", "began"]);
const NO_FORM = "The body is not multipart/form-data with the parts “rig” and “capture”.";
const TOO_LARGE = `The capture is over ${mib(SERVER_LIMITS.captureBytes)}. Cut it to the part that matters.`;

/** A body that says how many bytes of it have passed, and ends with an error where they are too many. */
async function* counted(body: NodeReadableStream<Uint8Array>, most: number): AsyncGenerator<Uint8Array> {
  let size = 0;
  for await (const piece of body) {
    size += piece.byteLength;
    if (size > most) throw new UploadProblem(413, TOO_LARGE);
    yield piece;
  }
}

class UploadProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

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
  const body = request.body as unknown as NodeReadableStream<Uint8Array>;
  await pipeline(Readable.from(counted(body, most)), form as Writable);
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
