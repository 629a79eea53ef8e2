import { GifReader } from "omggif";
import {
  DAMAGED,
  PICTURE_LIMITS,
  Shades,
  refuse,
  tooLarge,
  type GreyPicture,
  type ReadPictures,
} from "./picture";

/** Browsers show a frame of no time for this long. */
const UNTIMED = 100;

/** The rows of an interlaced frame in the order they are stored (GIF89a, appendix E). */
export function interlacedRows(height: number): number[] {
  const rows: number[] = [];
  for (const [first, step] of [
    [0, 8],
    [4, 8],
    [2, 4],
    [1, 2],
  ] as const)
    for (let row = first; row < height; row += step) rows.push(row);
  return rows;
}

/** All frames of a GIF, each as it is seen: what a frame leaves standing is drawn under the next. */
export function readGif(bytes: Uint8Array, report: (share: number) => void): ReadPictures {
  if (bytes.length < 14) return refuse(`It begins as a GIF. ${DAMAGED}`);
  const large = tooLarge(bytes[6]! | (bytes[7]! << 8), bytes[8]! | (bytes[9]! << 8));
  if (large) return refuse(large);
  try {
    const reader = new GifReader(bytes as unknown as Buffer);
    const { width, height } = reader;
    const count = reader.numFrames();
    if (count < 1) return refuse(`It is a GIF without a picture. ${DAMAGED}`);
    if (count > PICTURE_LIMITS.frames || count * width * height > PICTURE_LIMITS.dots * 4)
      return refuse(
        `It has ${count} frames of ${width} × ${height} dots: that is more than can be taken. Make it shorter or smaller first.`,
      );
    const canvas = new Uint8Array(width * height * 4);
    const pictures = Array.from({ length: count }, (_, frame): GreyPicture => {
      report(frame / count);
      const info = reader.frameInfo(frame);
      const kept = info.disposal === 3 ? canvas.slice() : undefined;
      drawFrame(reader, frame, canvas);
      const shades = new Shades(width * height);
      for (let dot = 0, at = 0; dot < width * height; dot += 1, at += 4)
        shades.set(dot, canvas[at]!, canvas[at + 1]!, canvas[at + 2]!, canvas[at + 3]);
      if (info.disposal === 2)
        for (let y = info.y; y < Math.min(height, info.y + info.height); y += 1)
          canvas.fill(0, (y * width + info.x) * 4, (y * width + Math.min(width, info.x + info.width)) * 4);
      if (kept) canvas.set(kept);
      return {
        width,
        height,
        grey: shades.grey,
        ...shades.alpha,
        time: info.delay > 0 ? info.delay * 10 : UNTIMED,
      };
    });
    return { ok: true, kind: "gif", pictures };
  } catch {
    return refuse(`It begins as a GIF and cannot be read to its end. ${DAMAGED}`);
  }
}

/** Draws a frame over what is there. The library gets the rows of low interlaced frames wrong: they are put in order here. */
function drawFrame(reader: GifReader, frame: number, canvas: Uint8Array): void {
  const info = reader.frameInfo(frame);
  if (!info.interlaced) return reader.decodeAndBlitFrameRGBA(frame, canvas);
  const { width, height } = reader;
  // What is told of a frame is what it is drawn by: as if its rows were stored from top to bottom.
  (info as { interlaced: boolean }).interlaced = false;
  const stored = new Uint8Array(canvas.length);
  reader.decodeAndBlitFrameRGBA(frame, stored);
  (info as { interlaced: boolean }).interlaced = true;
  interlacedRows(info.height).forEach((row, at) => {
    if (info.y + row >= height || info.y + at >= height) return;
    for (let x = info.x; x < Math.min(width, info.x + info.width); x += 1) {
      const from = ((info.y + at) * width + x) * 4;
      if (stored[from + 3] === 0) continue;
      canvas.set(stored.subarray(from, from + 4), ((info.y + row) * width + x) * 4);
    }
  });
}
