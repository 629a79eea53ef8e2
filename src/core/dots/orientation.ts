import { choice, flag, type Of } from "../document";
import { makeBitmap, type Bitmap } from "./bitmap";

/** Quarter turns clockwise, in degrees. */
export const TURNS = [0, 90, 180, 270] as const;

/** Which way round a module sits: first mirrored left for right, if it is, then turned clockwise. */
export const ORIENTATION = { turn: choice(...TURNS), mirrored: flag() };
type Fields = typeof ORIENTATION;
export type Orientation = { readonly [Field in keyof Fields]: Of<Fields[Field]> };

/** The eight ways a module can sit. */
export const ORIENTATIONS: readonly Orientation[] = [false, true].flatMap((mirror) =>
  TURNS.map((turn): Orientation => ({ turn, mirrored: mirror })),
);

export const STRAIGHT: Orientation = { turn: 0, mirrored: false };

/** Size of a module as it sits. */
export const turnedSize = (width: number, height: number, { turn }: Orientation) =>
  turn === 90 || turn === 270 ? { width: height, height: width } : { width, height };

/**
 * Where a module's own dot is seen.
 * @param x column from 0, `y` row from 0, as the module's sheet counts them
 * @param width columns of the module, `height` its rows
 */
export function placeOf(
  x: number,
  y: number,
  width: number,
  height: number,
  { turn, mirrored }: Orientation,
): { readonly x: number; readonly y: number } {
  const column = mirrored ? width - 1 - x : x;
  switch (turn) {
    case 0:
      return { x: column, y };
    case 90:
      return { x: height - 1 - y, y: column };
    case 180:
      return { x: width - 1 - column, y: height - 1 - y };
    case 270:
      return { x: y, y: width - 1 - column };
  }
}

/** What a module shows, as it sits, of a picture given in its own rows and columns. */
export function seenAs(source: Bitmap, orientation: Orientation): Bitmap {
  const { width, height } = turnedSize(source.width, source.height, orientation);
  const dots = new Uint8Array(width * height);
  for (let y = 0; y < source.height; y += 1)
    for (let x = 0; x < source.width; x += 1) {
      const to = placeOf(x, y, source.width, source.height, orientation);
      dots[to.y * width + to.x] = source.dots[y * source.width + x]!;
    }
  return { width, height, dots };
}

/** Whether two modules are turned and mirrored alike. */
export const sameOrientation = (one: Orientation, other: Orientation): boolean =>
  one.turn === other.turn && one.mirrored === other.mirrored;

/** One orientation after another: first `first`, then `then`. */
export function orientedTwice(first: Orientation, then: Orientation): Orientation {
  const probe = makeBitmap(2, 3, (x, y) => y === 0 && x === 0);
  const marks = makeBitmap(
    2,
    3,
    (x, y) => (y === 0 && x === 0) || (y === 1 && x === 0) || (y === 0 && x === 1),
  );
  const look = (orientation: Orientation) =>
    `${seenAs(probe, orientation).dots.join("")}|${seenAs(marks, orientation).dots.join("")}`;
  const wanted = `${seenAs(seenAs(probe, first), then).dots.join("")}|${seenAs(seenAs(marks, first), then).dots.join("")}`;
  return ORIENTATIONS.find((one) => look(one) === wanted)!;
}

/** The orientation that undoes another. */
export const undone = (orientation: Orientation): Orientation =>
  ORIENTATIONS.find((one) => sameOrientation(orientedTwice(orientation, one), STRAIGHT))!;

/** A way to stand in words: "turned 90° clockwise, mirrored". */
export const orientationTitle = ({ turn, mirrored }: Orientation): string =>
  [turn === 0 ? "straight" : `turned ${turn}° clockwise`, ...(mirrored ? ["mirrored"] : [])].join(", ");
