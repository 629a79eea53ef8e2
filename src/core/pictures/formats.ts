import { decode, encode } from "fast-png";
import { GIFEncoder } from "gifenc";
import { GifReader } from "omggif";
import { makeBitmap, packRows, type Bitmap } from "../dots";

/** Bounds of pictures that are taken in. */
export const PICTURE_LIMITS = {
  bytes: 32 * 1024 * 1024,
  side: 8192,
  dots: 16 * 1024 * 1024,
  frames: 2000,
} as const;

/** A picture in shades: 0 dark to 255 as bright as can be. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array;
  /** ms it is shown, for one of several. */
  readonly time: number;
}

export type ReadPictures =
  | { readonly ok: true; readonly pictures: readonly GreyPicture[]; readonly kind: "png" | "gif" | "pbm" }
  | { readonly ok: false; readonly message: string };

const refuse = (message: string): ReadPictures => ({ ok: false, message });
const DAMAGED = "The file is damaged or cut off: export it again and choose the new one.";

/** Brightness as eyes weigh the colours (Rec. 601), over black where it is transparent. */
const shade = (red: number, green: number, blue: number, alpha = 255): number =>
  Math.round(((0.299 * red + 0.587 * green + 0.114 * blue) * alpha) / 255);

function tooLarge(width: number, height: number): string | undefined {
  if (width < 1 || height < 1) return "The picture has no dots.";
  if (width > PICTURE_LIMITS.side || height > PICTURE_LIMITS.side || width * height > PICTURE_LIMITS.dots)
    return `The picture is ${width} × ${height} dots; at most ${PICTURE_LIMITS.side} each way and 16 million together are taken. Make it smaller first.`;
  return undefined;
}

/** Reads a PNG, a GIF (all its frames) or a PBM by what is in it, whatever it is called. */
export function readPictures(bytes: Uint8Array): ReadPictures {
  if (bytes.length === 0) return refuse("The file is empty.");
  if (bytes.length > PICTURE_LIMITS.bytes)
    return refuse(`The file is ${(bytes.length / 1048576).toFixed(1)} MiB; at most 32 MiB are taken.`);
  const begins = (...values: number[]) => values.every((value, at) => bytes[at] === value);
  if (begins(0x89, 0x50, 0x4e, 0x47)) return readPng(bytes);
  if (begins(0x47, 0x49, 0x46, 0x38)) return readGif(bytes);
  if (begins(0x50, 0x31) || begins(0x50, 0x34)) return readPbm(bytes);
  return refuse(
    "It is none of the pictures that can be read here: PNG, GIF or PBM. Save it as one of them first.",
  );
}

function readPng(bytes: Uint8Array): ReadPictures {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 33) return refuse(`It begins as a PNG. ${DAMAGED}`);
  const large = tooLarge(view.getUint32(16), view.getUint32(20));
  if (large) return refuse(large);
  try {
    const image = decode(bytes, { checkCrc: true });
    const { width, height, channels, depth, palette } = image;
    const most = 2 ** depth - 1;
    const samples =
      depth < 8 ? unpackSamples(image.data as Uint8Array, width * channels, height, depth) : image.data;
    const at = (place: number) => (Number(samples[place]) / most) * 255;
    const transparent = image.transparency;
    const grey = Uint8Array.from({ length: width * height }, (_, dot) => {
      const place = dot * channels;
      if (palette) {
        const [red = 0, green = 0, blue = 0, alpha = 255] = palette[Number(samples[place])] ?? [];
        return shade(red, green, blue, alpha);
      }
      if (channels <= 2) {
        if (channels === 1 && transparent?.[0] === Number(samples[place])) return 0;
        return shade(at(place), at(place), at(place), channels === 2 ? at(place + 1) : 255);
      }
      return shade(at(place), at(place + 1), at(place + 2), channels === 4 ? at(place + 3) : 255);
    });
    return { ok: true, kind: "png", pictures: [{ width, height, grey, time: 0 }] };
  } catch {
    return refuse(`It begins as a PNG and cannot be read to its end. ${DAMAGED}`);
  }
}

/** Samples of fewer than eight bits, rows filled up to whole bytes; those that are a byte each already stay. */
function unpackSamples(data: Uint8Array, perRow: number, rows: number, depth: number): Uint8Array {
  if (data.length >= perRow * rows) return data;
  const stride = Math.ceil((perRow * depth) / 8);
  return Uint8Array.from({ length: perRow * rows }, (_, at) => {
    const [row, column] = [Math.floor(at / perRow), at % perRow];
    const bit = column * depth;
    return (data[row * stride + (bit >> 3)]! >> (8 - depth - (bit & 7))) & (2 ** depth - 1);
  });
}

/** Browsers show a frame of no time for this long. */
const UNTIMED = 100;

function readGif(bytes: Uint8Array): ReadPictures {
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
      const info = reader.frameInfo(frame);
      const kept = info.disposal === 3 ? canvas.slice() : undefined;
      reader.decodeAndBlitFrameRGBA(frame, canvas);
      const grey = Uint8Array.from({ length: width * height }, (__, dot) =>
        shade(canvas[dot * 4]!, canvas[dot * 4 + 1]!, canvas[dot * 4 + 2]!, canvas[dot * 4 + 3]),
      );
      if (info.disposal === 2)
        for (let y = info.y; y < Math.min(height, info.y + info.height); y += 1)
          canvas.fill(0, (y * width + info.x) * 4, (y * width + Math.min(width, info.x + info.width)) * 4);
      if (kept) canvas.set(kept);
      return { width, height, grey, time: info.delay > 0 ? info.delay * 10 : UNTIMED };
    });
    return { ok: true, kind: "gif", pictures };
  } catch {
    return refuse(`It begins as a GIF and cannot be read to its end. ${DAMAGED}`);
  }
}

/** Reads a portable bitmap, plain (P1) or raw (P4). In it 1 is ink: that is taken for a lit dot. */
function readPbm(bytes: Uint8Array): ReadPictures {
  const raw = bytes[1] === 0x34;
  let at = 2;
  const isSpace = (byte: number | undefined) =>
    byte === 0x20 || byte === 0x0a || byte === 0x0d || byte === 0x09 || byte === 0x0b || byte === 0x0c;
  const skip = () => {
    while (at < bytes.length && (isSpace(bytes[at]) || bytes[at] === 0x23)) {
      if (bytes[at] === 0x23) while (at < bytes.length && bytes[at] !== 0x0a) at += 1;
      else at += 1;
    }
  };
  const number = (): number | undefined => {
    skip();
    let digits = "";
    while (at < bytes.length && bytes[at]! >= 0x30 && bytes[at]! <= 0x39 && digits.length < 9)
      digits += String.fromCharCode(bytes[at++]!);
    return digits === "" ? undefined : Number(digits);
  };
  const width = number();
  const height = number();
  if (width === undefined || height === undefined)
    return refuse(`It begins as a PBM, and its width and height cannot be read. ${DAMAGED}`);
  const large = tooLarge(width, height);
  if (large) return refuse(large);
  const grey = new Uint8Array(width * height);
  if (raw) {
    at += 1;
    const stride = Math.ceil(width / 8);
    if (bytes.length - at < stride * height)
      return refuse(
        `It is a PBM of ${width} × ${height} dots and ends after ${bytes.length - at} of ${stride * height} bytes. ${DAMAGED}`,
      );
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1)
        grey[y * width + x] = (bytes[at + y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1 ? 255 : 0;
  } else {
    for (let dot = 0; dot < grey.length; dot += 1) {
      skip();
      const digit = bytes[at];
      if (digit !== 0x30 && digit !== 0x31)
        return refuse(
          `It is a PBM of ${width} × ${height} dots, and dot ${dot + 1} of ${grey.length} is missing or no 0 or 1. ${DAMAGED}`,
        );
      grey[dot] = digit === 0x31 ? 255 : 0;
      at += 1;
    }
  }
  return { ok: true, kind: "pbm", pictures: [{ width, height, grey, time: 0 }] };
}

/** How a picture in shades becomes dots. */
export interface Reduce {
  readonly width: number;
  readonly height: number;
  /** Made as large as fits, stretched to the size, or dot for dot in the middle. */
  readonly fit: "contain" | "stretch" | "none";
  readonly method: "threshold" | "dither";
  /** From here on a shade is lit, 1 to 255. */
  readonly threshold: number;
  readonly inverted: boolean;
}

/** Scales a picture by the mean of what falls on each dot, and decides which dots are lit. */
export function toDots(
  picture: GreyPicture,
  { width, height, fit, method, threshold, inverted }: Reduce,
): Bitmap {
  const scaled = fit === "none" ? picture : scaledTo(picture, width, height, fit);
  const x = Math.floor((width - scaled.width) / 2);
  const y = Math.floor((height - scaled.height) / 2);
  const lit =
    method === "dither"
      ? dithered(scaled, threshold)
      : scaled.grey.map((value) => (value >= threshold ? 1 : 0));
  return makeBitmap(width, height, (column, row) => {
    const [from, line] = [column - x, row - y];
    const within = from >= 0 && line >= 0 && from < scaled.width && line < scaled.height;
    const on = within ? lit[line * scaled.width + from]! : 0;
    return inverted && within ? ((1 - on) as 0 | 1) : (on as 0 | 1);
  });
}

type Shades = Pick<GreyPicture, "width" | "height"> & { readonly grey: Uint8Array };

function scaledTo(picture: GreyPicture, width: number, height: number, fit: "contain" | "stretch"): Shades {
  const ratio = Math.min(width / picture.width, height / picture.height);
  const across = fit === "stretch" ? width : Math.max(1, Math.min(width, Math.round(picture.width * ratio)));
  const down = fit === "stretch" ? height : Math.max(1, Math.min(height, Math.round(picture.height * ratio)));
  const grey = new Uint8Array(across * down);
  for (let y = 0; y < down; y += 1)
    for (let x = 0; x < across; x += 1) grey[y * across + x] = meanOf(picture, x, y, across, down);
  return { width: across, height: down, grey };
}

/** Mean shade of the part of a picture that falls on one dot, edges counted by their share. */
function meanOf({ width, height, grey }: Shades, x: number, y: number, across: number, down: number): number {
  const [left, right] = [(x * width) / across, ((x + 1) * width) / across];
  const [top, bottom] = [(y * height) / down, ((y + 1) * height) / down];
  let sum = 0;
  let area = 0;
  for (let row = Math.floor(top); row < Math.ceil(bottom); row += 1) {
    const tall = Math.min(row + 1, bottom) - Math.max(row, top);
    for (let column = Math.floor(left); column < Math.ceil(right); column += 1) {
      const share = tall * (Math.min(column + 1, right) - Math.max(column, left));
      sum += grey[Math.min(height - 1, row) * width + Math.min(width - 1, column)]! * share;
      area += share;
    }
  }
  return Math.round(sum / area);
}

/** Error diffusion (weights 7, 3, 5, 1 sixteenths to the neighbours not yet decided). */
function dithered({ width, height, grey }: Shades, threshold: number): Uint8Array {
  const left = Float32Array.from(grey);
  const lit = new Uint8Array(grey.length);
  const give = (x: number, y: number, amount: number) => {
    if (x >= 0 && x < width && y < height) left[y * width + x]! += amount;
  };
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      const on = left[at]! >= threshold;
      lit[at] = on ? 1 : 0;
      const error = left[at]! - (on ? 255 : 0);
      give(x + 1, y, (error * 7) / 16);
      give(x - 1, y + 1, (error * 3) / 16);
      give(x, y + 1, (error * 5) / 16);
      give(x + 1, y + 1, error / 16);
    }
  return lit;
}

/** A picture enlarged, each dot a square of so many picture elements. */
function enlarged({ width, height, dots }: Bitmap, scale: number): Uint8Array {
  const across = width * scale;
  return Uint8Array.from({ length: across * height * scale }, (_, at) => {
    const [x, y] = [Math.floor((at % across) / scale), Math.floor(at / across / scale)];
    return dots[y * width + x]!;
  });
}

/** A grey PNG: lit dots white, dark ones black. */
export function writePng(bitmap: Bitmap, scale = 1): Uint8Array {
  return encode({
    width: bitmap.width * scale,
    height: bitmap.height * scale,
    data: enlarged(bitmap, scale).map((dot) => dot * 255),
    channels: 1,
    depth: 8,
  });
}

/** A raw portable bitmap (P4): a lit dot is 1, which is ink. */
export function writePbm(bitmap: Bitmap): Uint8Array {
  const head = new TextEncoder().encode(`P4\n${bitmap.width} ${bitmap.height}\n`);
  const body = packRows(bitmap);
  const all = new Uint8Array(head.length + body.length);
  all.set(head);
  all.set(body, head.length);
  return all;
}

/** Colour of lit dots in a GIF, red, green and blue. */
export type Colour = readonly [number, number, number];
const WHITE: Colour = [255, 255, 255];

/** Hundredths of a second a picture stands at least: viewers show shorter ones ten times as long. */
const LEAST_HUNDREDTHS = 2;

/** An animated GIF frame by frame, so that long work can tell how far it is and be stopped. */
export class GifWriter {
  private readonly encoder = GIFEncoder();
  /** Hundredths of a second that are not yet told of. */
  private owed = 0;
  private last: (() => Bitmap) | undefined;
  /** Frames that were too short to be shown one by one. */
  leftOut = 0;

  constructor(
    private readonly scale = 1,
    private readonly colour: Colour = WHITE,
  ) {}

  /**
   * Takes a frame. What is rounded off is made good later; frames shorter than a viewer shows are left out evenly, so
   * that all of it lasts what it should.
   * @param time ms; the format counts hundredths of a second
   */
  add(bitmap: () => Bitmap, time: number): void {
    if (this.last && Math.round(this.owed) < LEAST_HUNDREDTHS) this.leftOut += 1;
    else this.flush();
    this.last = bitmap;
    this.owed += time / 10;
  }

  private flush(): void {
    if (!this.last) return;
    const delay = Math.max(LEAST_HUNDREDTHS, Math.round(this.owed));
    this.owed -= delay;
    const bitmap = this.last();
    this.encoder.writeFrame(
      enlarged(bitmap, this.scale),
      bitmap.width * this.scale,
      bitmap.height * this.scale,
      {
        palette: [[0, 0, 0], this.colour],
        delay: delay * 10,
        repeat: 0,
      },
    );
    this.last = undefined;
  }

  finish(): Uint8Array {
    this.flush();
    this.encoder.finish();
    return this.encoder.bytes();
  }
}
