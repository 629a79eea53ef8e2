import { decode, type DecodedPng } from "fast-png";
import { unzlibSync, zlibSync } from "fflate";
import { joinedBytes } from "../dots";
import { DAMAGED, Shades, refuse, tooLarge, type ReadPictures } from "./picture";

const IHDR = 8;
/** Samples a dot has, by the colour type of the header. */
const CHANNELS: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 };

/** Where each pass of an interlaced PNG begins and how far apart its dots are (PNG specification, section 8.2). */
const PASSES: ReadonlyArray<readonly [x: number, y: number, dx: number, dy: number]> = [
  [0, 0, 8, 8],
  [4, 0, 8, 8],
  [0, 4, 4, 8],
  [2, 0, 4, 4],
  [0, 2, 2, 4],
  [1, 0, 2, 2],
  [0, 1, 1, 2],
];

/** A PNG's samples one by one, and what they mean. */
interface Samples {
  readonly data: ArrayLike<number>;
  readonly channels: number;
  readonly most: number;
  readonly palette?: DecodedPng["palette"];
  readonly key?: ArrayLike<number>;
}

/**
 * Reads a PNG as grey over black, any colour type and depth, interlaced or not (PNG specification, sections 9 to 11).
 * @returns one picture, or why there is none; sizes are checked before anything is unpacked
 */
export function readPng(bytes: Uint8Array): ReadPictures {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 33) return refuse(`It begins as a PNG. ${DAMAGED}`);
  const [width, height] = [view.getUint32(16), view.getUint32(20)];
  const large = tooLarge(width, height);
  if (large) return refuse(large);
  const [depth, interlaced] = [bytes[24]!, bytes[28] === 1];
  try {
    const samples = interlaced && depth < 8 ? readPasses(bytes, width, height) : readWhole(bytes);
    return {
      ok: true,
      kind: "png",
      pictures: [{ width, height, time: 0, ...shadesOf(samples, width * height) }],
    };
  } catch {
    return refuse(`It begins as a PNG and cannot be read to its end. ${DAMAGED}`);
  }
}

function readWhole(bytes: Uint8Array): Samples {
  const { width, height, channels, depth, data, palette, transparency } = decode(bytes, { checkCrc: true });
  return {
    data: depth < 8 ? unpacked(data as Uint8Array, width * channels, height, depth) : data,
    channels,
    most: 2 ** depth - 1,
    palette,
    key: transparency,
  };
}

/**
 * The library does not read interlaced pictures of fewer than eight bits. Each pass of such a picture is one by itself:
 * it is handed over as a PNG of its own, and its dots are put where they belong.
 */
function readPasses(bytes: Uint8Array, width: number, height: number): Samples {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const depth = bytes[24]!;
  const channels = CHANNELS[bytes[25]!]!;
  const sizes = PASSES.map(([x, y, dx, dy]) => ({
    across: Math.max(0, Math.ceil((width - x) / dx)),
    down: Math.max(0, Math.ceil((height - y) / dy)),
  }));
  const stride = (across: number) => Math.ceil((across * channels * depth) / 8);
  const length = sizes.reduce(
    (sum, { across, down }) => sum + (across > 0 ? down * (1 + stride(across)) : 0),
    0,
  );
  const packed: Uint8Array[] = [];
  const head: Uint8Array[] = [];
  for (let at = IHDR; at + 12 <= bytes.length;) {
    const size = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (at + 12 + size > bytes.length) throw new Error("cut off");
    if (type === "IDAT") packed.push(bytes.subarray(at + 8, at + 8 + size));
    else if (type === "PLTE" || type === "tRNS") head.push(bytes.subarray(at, at + 12 + size));
    at += 12 + size;
  }
  const raw = unzlibSync(joinedBytes(packed), { out: new Uint8Array(length) });
  const data = new Uint8Array(width * height * channels);
  let from = 0;
  let about: DecodedPng | undefined;
  sizes.forEach(({ across, down }, pass) => {
    if (across === 0 || down === 0) return;
    const to = from + down * (1 + stride(across));
    const image = decode(asPng(bytes, across, down, head, raw.subarray(from, to)));
    from = to;
    about ??= image;
    const samples = unpacked(image.data as Uint8Array, across * channels, down, depth);
    const [x, y, dx, dy] = PASSES[pass]!;
    for (let row = 0; row < down; row += 1)
      for (let column = 0; column < across; column += 1)
        for (let channel = 0; channel < channels; channel += 1)
          data[((y + row * dy) * width + x + column * dx) * channels + channel] =
            samples[(row * across + column) * channels + channel]!;
  });
  return { data, channels, most: 2 ** depth - 1, palette: about?.palette, key: about?.transparency };
}

/** A PNG that is not interlaced around filtered rows. */
function asPng(
  bytes: Uint8Array,
  width: number,
  height: number,
  head: readonly Uint8Array[],
  rows: Uint8Array,
): Uint8Array {
  const ihdr = bytes.slice(IHDR, IHDR + 25);
  const view = new DataView(ihdr.buffer);
  view.setUint32(8, width);
  view.setUint32(12, height);
  ihdr[20] = 0;
  return joinedBytes([
    bytes.subarray(0, IHDR),
    ihdr,
    ...head,
    chunk("IDAT", zlibSync(rows)),
    chunk("IEND", new Uint8Array()),
  ]);
}

/** Sums are not looked at when it is read: the file's own were. */
function chunk(type: string, data: Uint8Array): Uint8Array {
  const all = new Uint8Array(12 + data.length);
  new DataView(all.buffer).setUint32(0, data.length);
  all.set(new TextEncoder().encode(type), 4);
  all.set(data, 8);
  return all;
}

/** Samples of fewer than eight bits, in rows that are filled up to whole bytes. */
function unpacked(data: Uint8Array, perRow: number, rows: number, depth: number): Uint8Array {
  const stride = Math.ceil((perRow * depth) / 8);
  const samples = new Uint8Array(perRow * rows);
  for (let row = 0, at = 0; row < rows; row += 1)
    for (let column = 0; column < perRow; column += 1, at += 1) {
      const bit = column * depth;
      samples[at] = (data[row * stride + (bit >> 3)]! >> (8 - depth - (bit & 7))) & (2 ** depth - 1);
    }
  return samples;
}

function shadesOf({ data, channels, most, palette, key }: Samples, count: number) {
  const shades = new Shades(count);
  const scale = 255 / most;
  for (let dot = 0; dot < count; dot += 1) {
    const place = dot * channels;
    const first = data[place]!;
    if (palette) {
      const [red = 0, green = 0, blue = 0, alpha = 255] = palette[first] ?? [];
      shades.set(dot, red, green, blue, alpha);
    } else if (channels <= 2) {
      const grey = first * scale;
      const alpha = channels === 2 ? data[place + 1]! * scale : key && key[0] === first ? 0 : 255;
      shades.set(dot, grey, grey, grey, alpha);
    } else {
      const [second, third] = [data[place + 1]!, data[place + 2]!];
      const keyed = key && key[0] === first && key[1] === second && key[2] === third;
      const alpha = channels === 4 ? data[place + 3]! * scale : keyed ? 0 : 255;
      shades.set(dot, first * scale, second * scale, third * scale, alpha);
    }
  }
  return { grey: shades.grey, ...shades.alpha };
}
