import { chipOn, gridOf, type RigModel } from "../address";
import { bitmapHex, joinedBytes, type Bitmap } from "../dots";
import { commentText } from "../foreign";
import { buildProgram, storedBytes } from "../program";
import { controllerById } from "../rig";
import { signRun, sceneTitle, type SignFrame } from "../show";

/** Most frames one file is made of. */
export const MOST_EXPORTED = 20_000;

/** The frames of a rig's sign; undefined for a rig that shows digits. */
export function framesOf(model: RigModel): readonly SignFrame[] | undefined {
  const grid = gridOf(model);
  return grid && signRun(model.rig, grid.width, grid.height).frames.slice(0, MOST_EXPORTED);
}

/** What the program puts out for each frame: what goes into the chips' memories, or the bytes of each row's turn. */
export function wiredBytes(model: RigModel, most = MOST_EXPORTED): Uint8Array[] {
  const program = buildProgram(model);
  return program.frames.slice(0, most).map(({ states }) => {
    const memory = states[0]?.memory;
    if (memory)
      return Uint8Array.from(
        (model.encoding.buses ?? []).flatMap((bus) => chipOn(model, bus).table(bus.units, memory)),
      );
    return Uint8Array.from(states.flatMap(storedBytes));
  });
}

const hex = (bytes: Iterable<number>): string =>
  [...bytes].map((byte) => `0x${byte.toString(16).toUpperCase().padStart(2, "0")}`).join(", ");

/** Times and wired bytes as a C table that stays in flash. */
export function framesAsC(model: RigModel): string {
  const frames = framesOf(model) ?? [];
  const bytes = wiredBytes(model);
  const size = bytes[0]?.length ?? 0;
  const { flavour } = controllerById(model.rig.plan.controller);
  const avr = flavour !== "logic";
  const store = avr ? " PROGMEM" : "";
  const grid = gridOf(model)!;
  const titleAt = (at: number): string => {
    const frame = frames[at]!;
    const before = frames[at - 1];
    return before?.scene === frame.scene ? "" : `  // ${commentText(sceneTitle(model.rig, frame.scene))}\n`;
  };
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
    `const uint16_t FRAME_MS[]${store} = {${frames.map(({ time }) => Math.round(time)).join(", ")}};`,
    `const uint8_t FRAME_BYTES[][${size}]${store} = {`,
    ...bytes.map((one, at) => `${titleAt(at)}  {${hex(one)}},`),
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
export const framesAsBinary = (model: RigModel): Uint8Array => joinedBytes(wiredBytes(model));

/** Pictures and wired bytes as JSON: rows packed, the leftmost dot the highest bit, as hexadecimal digits. */
export function framesAsJson(model: RigModel): string {
  const grid = gridOf(model)!;
  const bytes = wiredBytes(model);
  return JSON.stringify({
    name: model.rig.name,
    width: grid.width,
    height: grid.height,
    bytes: says(model),
    frames: (framesOf(model) ?? []).map(({ time, bitmap }, at) => ({
      ms: time,
      rows: bitmapHex(bitmap()),
      bytes: [...bytes[at]!],
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
