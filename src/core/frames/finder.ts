import { ORIENTATIONS, bitmapRows, seenAs, type Bitmap, type Orientation } from "../dots";
import { laidOut, type DotModule, type LayoutChoice, type ModulePlace } from "../rig";

/**
 * A picture in a module's own rows and columns that looks different each of the eight ways: an L with a dot. Larger or
 * smaller modules get the same in their first corner.
 */
export function probePicture({ rows, columns }: Pick<DotModule, "rows" | "columns">): Bitmap {
  const width = columns;
  const height = rows;
  const dots = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1) dots[y * width] = 1;
  for (let x = 0; x < Math.ceil(width / 2); x += 1) dots[x] = 1;
  dots[2 * width + 2] = 1;
  return { width, height, dots };
}

/** The eight things the probe can look like, each with how the module then sits. */
export const probeLooks = (module: Pick<DotModule, "rows" | "columns">) => looksOf(probePicture(module));

/** Whether dots that are seen fit a look; dots not told of may be anything. */
export function looksLike(
  picture: Bitmap,
  seen: ReadonlyArray<{ x: number; y: number; lit: boolean }>,
): boolean {
  return seen.every(({ x, y, lit }) => (picture.dots[y * picture.width + x] === 1) === lit);
}

/** The orientations that fit what was clicked: dots seen lit, by their places on the module as it stands. */
export const orientationsFrom = (
  module: Pick<DotModule, "rows" | "columns">,
  seen: ReadonlyArray<{ x: number; y: number; lit: boolean }>,
): Orientation[] =>
  probeLooks(module)
    .filter(({ picture }) => looksLike(picture, seen))
    .map(({ orientation }) => orientation);

/** Where the first module of a chain can be found, for a chain of so many with so many side by side. */
export const STARTS: ReadonlyArray<LayoutChoice["from"]> = [
  "top-left",
  "top-right",
  "bottom-left",
  "bottom-right",
];

/**
 * The layouts in which modules of the chain are where they were seen. The first module tells where the chain starts; the
 * one behind the end of the first row, whether every second row runs back.
 */
export function layoutsFrom(
  modules: readonly DotModule[],
  across: number,
  orientation: Orientation,
  known: ReadonlyArray<{ readonly module: number; readonly x: number; readonly y: number }>,
): LayoutChoice[] {
  const choices = STARTS.flatMap((from) =>
    [false, true].map((backAndForth): LayoutChoice => ({ across, from, backAndForth, orientation })),
  );
  const isAt = (place: ModulePlace | undefined, at: { readonly x: number; readonly y: number }) =>
    place?.x === at.x && place.y === at.y;
  const seen = new Set<string>();
  return choices.filter((choice) => {
    const places = laidOut(modules, choice);
    if (!known.every((at) => isAt(places[at.module], at))) return false;
    const key = JSON.stringify(places);
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** How a picture in a module's own rows and columns looks, each of the eight ways. */
export const looksOf = (
  own: Bitmap,
): ReadonlyArray<{ readonly orientation: Orientation; readonly picture: Bitmap }> =>
  ORIENTATIONS.map((orientation) => ({ orientation, picture: seenAs(own, orientation) }));

/** Whether a picture looks different each of the eight ways, so that seeing it tells which one it is. */
export const tellsWhichWay = (own: Bitmap): boolean =>
  new Set(looksOf(own).map(({ picture }) => `${picture.width} ${bitmapRows(picture).join("/")}`)).size === 8;
