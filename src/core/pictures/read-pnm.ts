import { DAMAGED, Shades, refuse, tooLarge, type ReadPictures } from "./picture";

/** The portable formats by the figure behind their P: what they hold, and whether as bytes. */
const FORMATS = {
  1: { kind: "pbm", raw: false },
  2: { kind: "pgm", raw: false },
  3: { kind: "ppm", raw: false },
  4: { kind: "pbm", raw: true },
  5: { kind: "pgm", raw: true },
  6: { kind: "ppm", raw: true },
} as const;

/** Whether a file begins as PBM, PGM or PPM: P and a digit from 1 to 6. */
export const isPnm = ([first, second = 0]: Uint8Array): boolean =>
  first === 0x50 && second >= 0x31 && second <= 0x36;

const isSpace = (byte: number | undefined): boolean =>
  byte === 0x20 || (byte !== undefined && byte >= 0x09 && byte <= 0x0d);

/** Numbers between blanks and remarks. */
class Words {
  constructor(
    private readonly bytes: Uint8Array,
    public at: number,
  ) {}

  skip(): void {
    const { bytes } = this;
    while (this.at < bytes.length && (isSpace(bytes[this.at]) || bytes[this.at] === 0x23)) {
      if (bytes[this.at] === 0x23) while (this.at < bytes.length && bytes[this.at] !== 0x0a) this.at += 1;
      else this.at += 1;
    }
  }

  number(): number | undefined {
    this.skip();
    let value = 0;
    let digits = 0;
    for (
      let byte = this.bytes[this.at]!;
      byte >= 0x30 && byte <= 0x39 && digits < 9;
      byte = this.bytes[this.at]!
    ) {
      value = value * 10 + byte - 0x30;
      digits += 1;
      this.at += 1;
    }
    return digits === 0 ? undefined : value;
  }

  /** One figure of a plain bitmap: there need be nothing between them. */
  bit(): number | undefined {
    this.skip();
    const byte = this.bytes[this.at];
    if (byte !== 0x30 && byte !== 0x31) return undefined;
    this.at += 1;
    return byte - 0x30;
  }
}

/**
 * Reads a portable bitmap, greymap or pixmap, plain or raw. In a bitmap 1 is ink, and that is taken for a lit dot; in
 * the others what is bright is lit.
 */
export function readPnm(bytes: Uint8Array): ReadPictures {
  const { kind, raw } = FORMATS[(bytes[1]! - 0x30) as keyof typeof FORMATS];
  const name = kind.toUpperCase();
  const words = new Words(bytes, 2);
  const width = words.number();
  const height = words.number();
  if (width === undefined || height === undefined)
    return refuse(`It begins as a ${name}, and its width and height cannot be read. ${DAMAGED}`);
  const large = tooLarge(width, height);
  if (large) return refuse(large);
  const most = kind === "pbm" ? 1 : words.number();
  if (most === undefined || most < 1 || most > 65_535)
    return refuse(`It begins as a ${name}, and its brightest value, 1 to 65535, cannot be read. ${DAMAGED}`);
  const count = width * height;
  const channels = kind === "ppm" ? 3 : 1;
  const samples = new Uint16Array(count * channels);
  if (raw) {
    const at = words.at + 1;
    const wide = most > 255 ? 2 : 1;
    const stride = kind === "pbm" ? Math.ceil(width / 8) : width * channels * wide;
    if (bytes.length - at < stride * height)
      return refuse(
        `It is a ${name} of ${width} × ${height} dots and ends after ${Math.max(0, bytes.length - at)} of ${stride * height} bytes. ${DAMAGED}`,
      );
    if (kind === "pbm") {
      for (let y = 0, dot = 0; y < height; y += 1)
        for (let x = 0; x < width; x += 1, dot += 1)
          samples[dot] = (bytes[at + y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
    } else
      for (let place = 0; place < samples.length; place += 1)
        samples[place] =
          wide === 2 ? (bytes[at + place * 2]! << 8) | bytes[at + place * 2 + 1]! : bytes[at + place]!;
  } else
    for (let place = 0; place < samples.length; place += 1) {
      const value = kind === "pbm" ? words.bit() : words.number();
      if (value === undefined || value > most)
        return refuse(
          `It is a ${name} of ${width} × ${height} dots, and dot ${Math.floor(place / channels) + 1} of ${count} is missing or no ${kind === "pbm" ? "0 or 1" : `number up to ${most}`}. ${DAMAGED}`,
        );
      samples[place] = value;
    }
  const shades = new Shades(count);
  const scale = 255 / most;
  for (let dot = 0; dot < count; dot += 1) {
    const first = samples[dot * channels]! * scale;
    if (channels === 1) shades.set(dot, first, first, first);
    else shades.set(dot, first, samples[dot * 3 + 1]! * scale, samples[dot * 3 + 2]! * scale);
  }
  return { ok: true, kind, pictures: [{ width, height, grey: shades.grey, time: 0 }] };
}
