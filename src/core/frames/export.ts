import { chipOn, gridOf, type RigModel } from "../address";
import { bitmapHex, joinedBytes, type Bitmap } from "../dots";
import { commentText } from "../foreign";
import { controllerById } from "../rig";
import type { RunFrame } from "./run-frames";

const hex = (bytes: Iterable<number>): string =>
  [...bytes].map((byte) => `0x${byte.toString(16).toUpperCase().padStart(2, "0")}`).join(", ");

/** Times and wired bytes as a C table that stays in flash. */
export function framesAsC(model: RigModel, frames: readonly RunFrame[]): string {
  const bytes = frames.map(({ wired }) => wired());
  const size = bytes[0]?.length ?? 0;
  const { flavour } = controllerById(model.rig.plan.controller);
  const avr = flavour !== "logic";
  const store = avr ? " PROGMEM" : "";
  const grid = gridOf(model)!;
  return [
    `// ${commentText(model.rig.name)}: ${frames.length} frames of ${grid.width} x ${grid.height} dots.`,
    `// Bytes as this rig's wires want them: ${says(model)}.`,
    "#include <stdint.h>",
    ...(avr
      ? [
          "#if defined(__AVR__)",
          "#include <avr/pgmspace.h>",
          "#elif !defined(PROGMEM)",
          "#define PROGMEM",
          "#endif",
        ]
      : []),
    `const uint16_t FRAME_COUNT = ${frames.length};`,
    `const uint16_t FRAME_MS[]${store} = {${frames.map(({ asked }) => Math.min(65_535, Math.round(asked))).join(", ")}};`,
    `const uint8_t FRAME_BYTES[][${size}]${store} = {`,
    ...frames.map(
      ({ begins }, at) =>
        `${begins === undefined ? "" : `  // ${commentText(begins)}\n`}  {${hex(bytes[at]!)}},`,
    ),
    "};",
    "",
  ].join("\n");
}

/** What the bytes of a frame are, in words. */
function says(model: RigModel): string {
  const bus = model.encoding.buses?.[0];
  if (!bus) return "for each row in turn the bytes of the registers as they are sent, then the lines";
  return chipOn(model, bus).tableSays;
}

/** Wired bytes of all frames behind one another. */
export const framesAsBinary = (frames: readonly RunFrame[]): Uint8Array =>
  joinedBytes(frames.map(({ wired }) => wired()));

/** Pictures and wired bytes as JSON: rows packed, the leftmost dot the highest bit, as hexadecimal digits. */
export function framesAsJson(model: RigModel, frames: readonly RunFrame[]): string {
  const grid = gridOf(model)!;
  return JSON.stringify({
    name: model.rig.name,
    width: grid.width,
    height: grid.height,
    bytes: says(model),
    frames: frames.map(({ asked, bitmap, wired }) => ({
      ms: asked,
      rows: bitmapHex(bitmap()),
      bytes: [...wired()],
    })),
  });
}

/** All frames under one another, for pictures that hold one image. */
export function stacked(bitmaps: readonly Bitmap[]): Bitmap {
  const width = bitmaps[0]?.width ?? 0;
  const height = bitmaps.reduce((sum, bitmap) => sum + bitmap.height, 0);
  const dots = new Uint8Array(width * height);
  let at = 0;
  for (const bitmap of bitmaps) {
    dots.set(bitmap.dots, at);
    at += bitmap.dots.length;
  }
  return { width, height, dots };
}
