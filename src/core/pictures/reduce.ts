import { makeBitmap, type Bitmap } from "../dots";
import type { GreyPicture } from "./picture";

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
  /** What a transparent picture lies on; dark unless told. */
  readonly ground?: "dark" | "light";
}

/** Scales a picture by the mean of what falls on each dot, and decides which dots are lit. */
export function toDots(
  picture: GreyPicture,
  { width, height, fit, method, threshold, inverted, ground = "dark" }: Reduce,
): Bitmap {
  const lying = onGround(picture, ground);
  const scaled = fit === "none" ? lying : scaledTo(lying, width, height, fit);
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

type Shaded = Pick<GreyPicture, "width" | "height"> & { readonly grey: Uint8Array };

const onLight = new WeakMap<GreyPicture, Shaded>();

/** A picture on a dark or a light ground. */
function onGround(picture: GreyPicture, ground: "dark" | "light"): Shaded {
  const { alpha, grey, width, height } = picture;
  if (!alpha || ground === "dark") return picture;
  const known = onLight.get(picture);
  if (known) return known;
  const made = { width, height, grey: grey.map((value, at) => Math.min(255, value + 255 - alpha[at]!)) };
  onLight.set(picture, made);
  return made;
}

const scaledBefore = new WeakMap<Shaded, Map<string, Shaded>>();

/** A picture in another size; the last ones are kept, for one who tries thresholds. */
function scaledTo(picture: Shaded, width: number, height: number, fit: "contain" | "stretch"): Shaded {
  const known = scaledBefore.get(picture) ?? new Map<string, Shaded>();
  scaledBefore.set(picture, known);
  const key = `${width} ${height} ${fit}`;
  const made = known.get(key) ?? scaledNow(picture, width, height, fit);
  known.set(key, made);
  return made;
}

function scaledNow(picture: Shaded, width: number, height: number, fit: "contain" | "stretch"): Shaded {
  const ratio = Math.min(width / picture.width, height / picture.height);
  const across = fit === "stretch" ? width : Math.max(1, Math.min(width, Math.round(picture.width * ratio)));
  const down = fit === "stretch" ? height : Math.max(1, Math.min(height, Math.round(picture.height * ratio)));
  const grey = new Uint8Array(across * down);
  for (let y = 0; y < down; y += 1)
    for (let x = 0; x < across; x += 1) grey[y * across + x] = meanOf(picture, x, y, across, down);
  return { width: across, height: down, grey };
}

/** Mean shade of the part of a picture that falls on one dot, edges counted by their share. */
function meanOf({ width, height, grey }: Shaded, x: number, y: number, across: number, down: number): number {
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
function dithered({ width, height, grey }: Shaded, threshold: number): Uint8Array {
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
