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
  /** Over black where it is transparent. */
  readonly grey: Uint8Array;
  /** How opaque each dot is, 0 to 255; undefined where all are. */
  readonly alpha?: Uint8Array;
  /** ms it is shown, for one of several. */
  readonly time: number;
}

export type PictureKind = "png" | "gif" | "pbm" | "pgm" | "ppm";

export type ReadPictures =
  | { readonly ok: true; readonly pictures: readonly GreyPicture[]; readonly kind: PictureKind }
  | { readonly ok: false; readonly message: string };

/** A picture that cannot be read, with what is wrong and what to do. */
export const refuse = (message: string): ReadPictures => ({ ok: false, message });
export const DAMAGED = "The file is damaged or cut off: export it again and choose the new one.";

/** Why a picture of this size is not taken; undefined where it is. */
export function tooLarge(width: number, height: number): string | undefined {
  if (width < 1 || height < 1) return "The picture has no dots.";
  if (width > PICTURE_LIMITS.side || height > PICTURE_LIMITS.side || width * height > PICTURE_LIMITS.dots)
    return `The picture is ${width} × ${height} dots; at most ${PICTURE_LIMITS.side} each way and 16 million together are taken. Make it smaller first.`;
  return undefined;
}

/** Fills the shades of a picture from colours: brightness as eyes weigh them (Rec. 601). */
export class Shades {
  readonly grey: Uint8Array;
  private alphas: Uint8Array | undefined;

  constructor(private readonly count: number) {
    this.grey = new Uint8Array(count);
  }

  set(at: number, red: number, green: number, blue: number, alpha = 255): void {
    this.grey[at] = Math.round(((0.299 * red + 0.587 * green + 0.114 * blue) * alpha) / 255);
    if (alpha === 255 && !this.alphas) return;
    this.alphas ??= new Uint8Array(this.count).fill(255);
    this.alphas[at] = alpha;
  }

  get alpha(): { readonly alpha?: Uint8Array } {
    return this.alphas ? { alpha: this.alphas } : {};
  }
}

/** Opaque dots at least this dark, out of 255, are a dark drawing. */
const DARK = 64;

/** Whether a picture is a dark drawing on a transparent ground: what of it is to be lit has to be asked. */
export function isDarkOnClear({ grey, alpha }: GreyPicture): boolean {
  if (!alpha) return false;
  let [opaque, bright] = [0, 0];
  for (let at = 0; at < alpha.length; at += 1) {
    if (alpha[at]! < 128) continue;
    opaque += 1;
    if ((grey[at]! * 255) / alpha[at]! >= DARK) bright += 1;
  }
  return opaque > 0 && opaque < alpha.length * 0.95 && bright < opaque * 0.05;
}
