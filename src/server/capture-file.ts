import { createReadStream } from "node:fs";
import { open, stat } from "node:fs/promises";
import { Readable } from "node:stream";
import type { CaptureFile } from "@/core/trace";

const PIECE = 1024 * 1024;

/** A file on disk as captures are read: in pieces, as often as wanted, never as a whole. */
export async function openCapture(path: string): Promise<CaptureFile> {
  return rangeOf(path, 0, (await stat(path)).size);
}

const rangeOf = (path: string, start: number, end: number): CaptureFile => ({
  size: end - start,
  slice: (from, to) => rangeOf(path, Math.min(start + from, end), Math.min(start + to, end)),
  arrayBuffer: () => readRange(path, start, end),
  stream: () =>
    (end > start
      ? Readable.toWeb(createReadStream(path, { start, end: end - 1, highWaterMark: PIECE }))
      : new ReadableStream({ start: (controller) => controller.close() })) as ReadableStream<
      Uint8Array<ArrayBuffer>
    >,
});

async function readRange(path: string, start: number, end: number): Promise<ArrayBuffer> {
  const handle = await open(path);
  try {
    const bytes = new Uint8Array(end - start);
    await handle.read(bytes, 0, bytes.length, start);
    return bytes.buffer;
  } finally {
    await handle.close();
  }
}
