import { encode } from "fast-png";
import { GIFEncoder } from "gifenc";
import { packRows, type Bitmap } from "../dots";

/** A picture enlarged, each dot a square of so many picture elements. */
function enlarged({ width, height, dots }: Bitmap, scale: number): Uint8Array {
  const across = width * scale;
  const large = new Uint8Array(across * height * scale);
  for (let y = 0; y < height; y += 1) {
    const top = y * scale * across;
    for (let x = 0; x < width; x += 1)
      if (dots[y * width + x]) large.fill(1, top + x * scale, top + (x + 1) * scale);
    for (let row = 1; row < scale; row += 1) large.copyWithin(top + row * across, top, top + across);
  }
  return large;
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
