import { packRows, type Bitmap } from "./bitmap";

/**
 * Run-length packing: a byte n below 128 is followed by n + 1 bytes as they are, a byte n from 129 on by one byte that
 * stands 257 − n times; 128 is not used. Runs of two are left as they are.
 */
export function packRuns(bytes: Uint8Array): Uint8Array {
  const packed: number[] = [];
  let at = 0;
  while (at < bytes.length) {
    const run = runAt(bytes, at);
    if (run >= 3) {
      packed.push(257 - run, bytes[at]!);
      at += run;
      continue;
    }
    const start = at;
    while (at < bytes.length && at - start < 128 && runAt(bytes, at) < 3) at += 1;
    packed.push(at - start - 1, ...bytes.subarray(start, at));
  }
  return Uint8Array.from(packed);
}

function runAt(bytes: Uint8Array, at: number): number {
  let length = 1;
  while (length < 128 && at + length < bytes.length && bytes[at + length] === bytes[at]) length += 1;
  return length;
}

/** Unpacks; the inverse of {@link packRuns}. */
export function unpackRuns(packed: Uint8Array): Uint8Array {
  const bytes: number[] = [];
  for (let at = 0; at < packed.length;) {
    const head = packed[at]!;
    if (head < 128) {
      bytes.push(...packed.subarray(at + 1, at + 2 + head));
      at += head + 2;
    } else {
      for (let turn = 0; turn < 257 - head; turn += 1) bytes.push(packed[at + 1]!);
      at += 2;
    }
  }
  return Uint8Array.from(bytes);
}

/** Bytes one part behind the other. */
export function joinedBytes(parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** Bytes of pictures one behind the other, rows packed to bytes. */
export const joinedRows = (bitmaps: readonly Bitmap[]): Uint8Array => joinedBytes(bitmaps.map(packRows));
