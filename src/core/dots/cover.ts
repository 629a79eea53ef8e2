import { dotAt, type Bitmap } from "./bitmap";
import type { View } from "./scenes";

/** How many dots of a display a view covers with its text or picture, and how many of these are its ink. */
export interface Cover {
  readonly covered: number;
  readonly ink: number;
}

const sums = new WeakMap<Bitmap, Map<string, Uint32Array>>();

/** Lit dots in the columns before each one, between two rows; worked out once for a picture. */
function litBefore(ribbon: Bitmap, top: number, bottom: number): Uint32Array {
  const known = sums.get(ribbon) ?? new Map<string, Uint32Array>();
  sums.set(ribbon, known);
  const key = `${top} ${bottom}`;
  const found = known.get(key);
  if (found) return found;
  const sum = new Uint32Array(ribbon.width + 1);
  for (let x = 0; x < ribbon.width; x += 1) {
    let lit = 0;
    for (let y = top; y < bottom; y += 1) lit += dotAt(ribbon, x, y);
    sum[x + 1] = sum[x]! + lit;
  }
  known.set(key, sum);
  return sum;
}

/** What a view puts on a display of so many dots, without drawing it. */
export function coverOf({ ribbon, x, y, shown }: View, width: number, height: number): Cover {
  const top = Math.max(0, y);
  const bottom = Math.min(ribbon.height, y + height);
  const left = Math.min(ribbon.width, Math.max(0, x));
  const right = Math.max(left, Math.min(ribbon.width, x + Math.min(width, Math.max(0, shown))));
  const rows = Math.max(0, bottom - top);
  const sum = litBefore(ribbon, top, Math.max(top, bottom));
  return { covered: rows * (right - left), ink: sum[right]! - sum[left]! };
}
