import type { Bitmap } from "./bitmap";

/**
 * The dots a straight stroke goes over from one dot to another, both included, without a gap (Bresenham's line).
 * @param width dots of a row; dots are counted row by row from 0
 */
export function dotsBetween(width: number, from: number, to: number): number[] {
  let [x, y] = [from % width, Math.floor(from / width)];
  const [endX, endY] = [to % width, Math.floor(to / width)];
  const [across, down] = [Math.abs(endX - x), -Math.abs(endY - y)];
  const [stepX, stepY] = [Math.sign(endX - x), Math.sign(endY - y)];
  const dots: number[] = [];
  for (let error = across + down; ;) {
    dots.push(y * width + x);
    if (x === endX && y === endY) return dots;
    const twice = 2 * error;
    if (twice >= down) {
      error += down;
      x += stepX;
    }
    if (twice <= across) {
      error += across;
      y += stepY;
    }
  }
}

/** A picture with some of its dots lit or dark; the same picture where they are that already. */
export function withDots(picture: Bitmap, places: readonly number[], lit: 0 | 1): Bitmap {
  if (places.every((place) => picture.dots[place] === lit)) return picture;
  const dots = picture.dots.slice();
  for (const place of places) dots[place] = lit;
  return { ...picture, dots };
}
