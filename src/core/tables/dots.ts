import { makeBitmap, type Bitmap } from "../dots";
import type { ByteTable } from "./entries";

/** How the bytes of pictures or letters lie. */
export interface DotLayout {
  /** Dots of one picture. */
  readonly width: number;
  readonly height: number;
  /** A byte holds dots of a row, or of a column. */
  readonly along: "row" | "column";
  /** The first dot, left or top, is the highest bit, or the lowest. */
  readonly first: "high" | "low";
  /** Bytes that follow each other go on along the row or column, or, of columns taller than eight, page by page. */
  readonly pages: boolean;
  readonly inverted: boolean;
}

/** Dots of a picture's side at the most. */
export const MOST_SIDE = 128;

/** Bytes one picture takes. */
export const bytesOfPicture = ({ width, height, along }: DotLayout): number =>
  along === "row" ? Math.ceil(width / 8) * height : Math.ceil(height / 8) * width;

/** The bytes of a table: a number of 16 bits is two, the high one first. */
export const tableBytes = ({ entries, bits }: ByteTable): number[] =>
  entries.flatMap(({ value }) => (bits === 16 ? [value >> 8, value & 255] : [value]));

/** Where the dot at a column and a row is: its byte among the picture's, and its bit. */
function bitAt(layout: DotLayout, x: number, y: number): { readonly byte: number; readonly bit: number } {
  const { width, height, along, first, pages } = layout;
  const [across, down] = along === "row" ? [x, y] : [y, x];
  const each = Math.ceil((along === "row" ? width : height) / 8);
  const count = along === "row" ? height : width;
  const part = across >> 3;
  const byte = pages ? part * count + down : down * each + part;
  const nth = across & 7;
  return { byte, bit: first === "high" ? 7 - nth : nth };
}

/** The pictures of a table, one after the other; what is left over at the end is not one. */
export function picturesIn(bytes: readonly number[], layout: DotLayout): Bitmap[] {
  const size = bytesOfPicture(layout);
  const count = Math.floor(bytes.length / size);
  return Array.from({ length: count }, (_, nth) =>
    makeBitmap(layout.width, layout.height, (x, y) => {
      const { byte, bit } = bitAt(layout, x, y);
      return (((bytes[nth * size + byte] ?? 0) >> bit) & 1) === (layout.inverted ? 0 : 1);
    }),
  );
}

/** Bytes of pictures, as a layout wants them: the inverse of {@link picturesIn}. */
export function picturesAs(bitmaps: readonly Bitmap[], layout: DotLayout): number[] {
  const size = bytesOfPicture(layout);
  return bitmaps.flatMap((bitmap) => {
    const bytes = new Array<number>(size).fill(layout.inverted ? 255 : 0);
    for (let y = 0; y < layout.height; y += 1)
      for (let x = 0; x < layout.width; x += 1) {
        const { byte, bit } = bitAt(layout, x, y);
        const lit = bitmap.dots[y * layout.width + x] === 1;
        const one = lit !== layout.inverted;
        bytes[byte] = one ? bytes[byte]! | (1 << bit) : bytes[byte]! & ~(1 << bit);
      }
    return bytes;
  });
}

/** Sizes makers use, with the way their bytes usually lie. */
const USUAL: ReadonlyArray<readonly [width: number, height: number, along: DotLayout["along"]]> = [
  [8, 8, "row"],
  [8, 8, "column"],
  [5, 7, "column"],
  [5, 8, "column"],
  [5, 7, "row"],
  [6, 8, "column"],
  [8, 16, "row"],
  [8, 16, "column"],
  [16, 16, "row"],
  [16, 8, "row"],
  [32, 8, "row"],
  [32, 8, "column"],
  [3, 5, "column"],
  [4, 8, "column"],
];

/**
 * How much a layout looks like drawings: neighbours that are alike, along both ways, less what chance gives; letters and
 * pictures are made of strokes, and the wrong layout scatters them.
 */
function strokes(pictures: readonly Bitmap[]): number {
  let alike = 0;
  let pairs = 0;
  let lit = 0;
  let dots = 0;
  for (const { width, height, dots: on } of pictures) {
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const here = on[y * width + x]!;
        lit += here;
        dots += 1;
        if (x + 1 < width) {
          alike += here === on[y * width + x + 1] ? 1 : 0;
          pairs += 1;
        }
        if (y + 1 < height) {
          alike += here === on[(y + 1) * width + x] ? 1 : 0;
          pairs += 1;
        }
      }
  }
  if (pairs === 0) return 0;
  const share = lit / dots;
  return alike / pairs - (share * share + (1 - share) * (1 - share));
}

/** Pictures of a table that are looked at. */
const LOOKED_AT = 64;

export interface LayoutGuess {
  readonly layout: DotLayout;
  /** How much it looks like drawings, above 0. */
  readonly score: number;
}

/**
 * The layouts a table of pictures may have, the likeliest first.
 * @param rows how many bytes stand on each line of the text: makers give each picture or letter a line
 */
export function guessLayouts(bytes: readonly number[], rows: readonly number[] = []): LayoutGuess[] {
  const found: LayoutGuess[] = [];
  const [each] = rows.length > 1 && rows.every((row) => row === rows[0]) ? rows : [];
  for (const [nth, [width, height, along]] of USUAL.entries())
    for (const first of ["high", "low"] as const)
      for (const pages of along === "column" && height > 8 ? [false, true] : [false]) {
        const plain = { width, height, along, first, pages, inverted: false };
        const size = bytesOfPicture(plain);
        if (bytes.length < size) continue;
        const whole = bytes.length % size === 0;
        const pictures = picturesIn(bytes.slice(0, size * LOOKED_AT), plain);
        const lit = pictures.reduce((sum, { dots }) => sum + dots.reduce((all, dot) => all + dot, 0), 0);
        const inverted = lit > (pictures.length * width * height) / 2;
        // Bits beyond the height of a column are 0 in a table of that height.
        const spare = spareBits(bytes, plain);
        const score =
          strokes(pictures) +
          (whole ? 0.05 : -0.1) -
          (spare ? 0.2 : 0) +
          (size === each ? 0.15 : 0) -
          (pages ? 0.04 : 0) -
          nth * 0.004;
        found.push({ layout: { ...plain, inverted }, score });
      }
  return found.sort((one, other) => other.score - one.score);
}

/** Whether bits that belong to no dot are set anywhere. */
function spareBits(bytes: readonly number[], layout: DotLayout): boolean {
  const size = bytesOfPicture(layout);
  const used = new Array<number>(size).fill(0);
  for (let y = 0; y < layout.height; y += 1)
    for (let x = 0; x < layout.width; x += 1) {
      const { byte, bit } = bitAt(layout, x, y);
      used[byte]! |= 1 << bit;
    }
  return bytes.some((value, at) => (value & ~used[at % size]!) !== 0);
}
