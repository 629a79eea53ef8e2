import type { RigModel } from "../address";
import {
  FRAME_FORMATS,
  framesAsBinary,
  framesAsC,
  framesAsJson,
  RECORDING_RANGE,
  USUAL_RECORDING,
  runFrames,
  stacked,
  type FrameFormat,
  type Recording,
} from "../frames";
import { safeFileName } from "../foreign";
import { reactingOf } from "../rig";
import { GifWriter, writePbm, writePng, type Colour } from "./write";

export interface FramesAsked {
  readonly format: FrameFormat;
  /** Picture elements a dot takes each way, 1 to 16; only for GIF and PNG. */
  readonly scale?: number;
  /** The one frame a PNG or PBM is to show, from 0; without it all frames stand under one another. */
  readonly frame?: number;
  readonly colour?: Colour;
  /** Of a sign that reacts: how long it is recorded, and with which hands. */
  readonly recording?: Recording;
}

export interface FramesFile {
  readonly bytes: Uint8Array;
  readonly mime: string;
  readonly name: string;
  /** What the format could not hold. */
  readonly note?: string;
}

export type FramesResult =
  { readonly ok: true; readonly file: FramesFile } | { readonly ok: false; readonly message: string };

export const SCALES = [1, 16] as const;
/** Share of the work recording is, where it comes before the writing. */
const RECORDED = 0.8;
/** Dots one image file may have. */
const MOST_DOTS = 64 * 1024 * 1024;

const MIME: Readonly<Record<FrameFormat, string>> = {
  gif: "image/gif",
  png: "image/png",
  pbm: "image/x-portable-bitmap",
  c: "text/plain",
  bin: "application/octet-stream",
  json: "application/json",
};
const ENDING: Readonly<Record<FrameFormat, string>> = {
  gif: ".gif",
  png: ".png",
  pbm: ".pbm",
  c: ".h",
  bin: ".bin",
  json: ".frames.json",
};

const refuse = (message: string): FramesResult => ({ ok: false, message });

const saysOf = (frames: number, leftOut: number): string | undefined =>
  leftOut === 0
    ? undefined
    : `A GIF shows no more than 50 pictures a second: ${leftOut.toLocaleString("en")} of ${frames.toLocaleString("en")} frames are left out, and the run lasts as long as on the display.`;

/**
 * The frames of a rig's sign as a file. One dot is one picture element unless a scale is asked for; lit dots are white
 * on black in PNG and GIF (or the colour given), and ink in PBM.
 * @param report called with the share done, 0 to 1
 */
export function exportFrames(
  model: RigModel,
  { format, scale = 1, frame, colour, recording = USUAL_RECORDING }: FramesAsked,
  report: (share: number) => void = () => undefined,
): FramesResult {
  const [shortest, longest] = RECORDING_RANGE;
  if (!(recording.seconds >= shortest && recording.seconds <= longest))
    return refuse(`A sign is recorded for ${shortest} to ${longest} s, and not for ${recording.seconds}.`);
  const recorded = reactingOf(model.rig) !== undefined;
  const frames = runFrames(model, recording, (share) => report(recorded ? share * RECORDED : 0));
  if (!frames) return refuse("This rig shows digits, so it has no frames of dots.");
  if (!FRAME_FORMATS.includes(format))
    return refuse(`There is no format “${String(format)}”: ${FRAME_FORMATS.join(", ")}.`);
  if (!Number.isInteger(scale) || scale < SCALES[0] || scale > SCALES[1])
    return refuse(`The scale is ${scale}, and must be a whole number from ${SCALES[0]} to ${SCALES[1]}.`);
  if (frame !== undefined && !(Number.isInteger(frame) && frame >= 0 && frame < frames.length))
    return refuse(`There is no frame ${frame}: the run has ${frames.length}, counted from 0.`);
  const chosen = frame === undefined ? frames : [frames[frame]!];
  const name = safeFileName(model.rig.name, ENDING[format]);
  const text = (given: string) => new TextEncoder().encode(given);
  const give = (bytes: Uint8Array, note?: string): FramesResult => ({
    ok: true,
    file: { bytes, mime: MIME[format], name, ...(note === undefined ? {} : { note }) },
  });
  switch (format) {
    case "gif": {
      const writer = new GifWriter(scale, colour);
      const from = recorded ? RECORDED : 0;
      // As fast as the board really is.
      chosen.forEach(({ bitmap, stands }, at) => {
        writer.add(bitmap, stands);
        if (at % 16 === 0) report(from + ((1 - from) * at) / chosen.length);
      });
      return give(writer.finish(), saysOf(chosen.length, writer.leftOut));
    }
    case "png":
    case "pbm": {
      const first = chosen[0]!.bitmap();
      const dots = first.width * first.height * chosen.length * scale * scale;
      if (dots > MOST_DOTS)
        return refuse(
          `All ${chosen.length} frames would make an image of ${Math.round(dots / 1e6)} million picture elements: ask for one frame, a smaller scale, or a GIF.`,
        );
      const picture = stacked(chosen.map(({ bitmap }) => bitmap()));
      return give(format === "png" ? writePng(picture, scale) : writePbm(picture));
    }
    case "c":
      return give(text(framesAsC(model, chosen)));
    case "bin":
      return give(framesAsBinary(chosen));
    case "json":
      return give(text(framesAsJson(model, chosen)));
  }
}
