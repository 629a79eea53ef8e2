import type { Bitmap, DotFont, DotGlyph } from "../dots";

/** The last character a font of a table may hold: behind it no one counts on. */
const LAST = 0xffff;

/**
 * Pictures of a table as the characters of a font, one code after the other; each as wide as all, with a column between
 * them where some reaches the right edge.
 * @param first code of the first picture
 */
export function fontOfPictures(
  pictures: readonly Bitmap[],
  first: number,
  { id, name }: Pick<DotFont, "id" | "name">,
): DotFont {
  const { width, height } = pictures[0]!;
  const reaches = pictures.some((bitmap) =>
    Array.from({ length: height }, (_, row) => row).some((row) => bitmap.dots[row * width + width - 1] === 1),
  );
  const glyphs = pictures
    .slice(0, LAST + 1 - first)
    .map((bitmap, nth): readonly [number, DotGlyph] => [
      first + nth,
      { code: first + nth, bitmap, x: 0, y: 0, advance: reaches ? width + 1 : width },
    ]);
  return { id, name, ascent: height, descent: 0, glyphs: new Map(glyphs) };
}
