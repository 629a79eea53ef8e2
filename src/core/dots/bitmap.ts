/** A picture of dots: 1 is lit. Dots run along rows from the top left corner. */
export interface Bitmap {
  readonly width: number;
  readonly height: number;
  /** One entry a dot, 0 or 1, row after row. */
  readonly dots: Uint8Array;
}

/**
 * A picture of dark dots.
 * @param width and height in dots, at least 1
 */
export const blankBitmap = (width: number, height: number): Bitmap => ({
  width,
  height,
  dots: new Uint8Array(width * height),
});

/** Whether a dot is lit; outside the picture nothing is. */
export const dotAt = ({ width, height, dots }: Bitmap, x: number, y: number): 0 | 1 =>
  x >= 0 && y >= 0 && x < width && y < height && dots[y * width + x] ? 1 : 0;

/** A picture in which each dot is what a function says of its place. */
export function makeBitmap(
  width: number,
  height: number,
  lit: (x: number, y: number) => boolean | 0 | 1,
): Bitmap {
  const made = blankBitmap(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) made.dots[y * width + x] = lit(x, y) ? 1 : 0;
  return made;
}

/** Reads rows of text: a space or a full stop is dark, anything else lit; short rows are dark at their end. */
export function bitmapOf(rows: readonly string[]): Bitmap {
  const width = Math.max(0, ...rows.map((row) => row.length));
  return makeBitmap(width, rows.length, (x, y) => !" .".includes(rows[y]![x] ?? "."));
}

/** Writes a picture as rows of `#` and `.`; the inverse of {@link bitmapOf}. */
export const bitmapRows = ({ width, height, dots }: Bitmap): string[] =>
  Array.from({ length: height }, (_, y) =>
    Array.from({ length: width }, (_, x) => (dots[y * width + x] ? "#" : ".")).join(""),
  );

/** Whether two pictures have the same size and the same dots. */
export const sameBitmap = (one: Bitmap, other: Bitmap): boolean =>
  one.width === other.width &&
  one.height === other.height &&
  one.dots.every((dot, at) => dot === other.dots[at]);

/** The part of a picture seen through a window whose top left corner is at (x, y); dark outside the picture. */
export const windowOf = (source: Bitmap, x: number, y: number, width: number, height: number): Bitmap =>
  makeBitmap(width, height, (column, row) => dotAt(source, x + column, y + row));

/** Puts one picture's lit dots into another, its corner at (x, y). The target is changed. */
export function drawInto(target: Bitmap, source: Bitmap, x: number, y: number): void {
  for (let row = 0; row < source.height; row += 1) {
    const to = y + row;
    if (to < 0 || to >= target.height) continue;
    for (let column = 0; column < source.width; column += 1) {
      const at = x + column;
      if (at >= 0 && at < target.width && source.dots[row * source.width + column])
        target.dots[to * target.width + at] = 1;
    }
  }
}

/** Dark where it was lit, and lit where it was dark. */
export const inverted = ({ width, height, dots }: Bitmap): Bitmap => ({
  width,
  height,
  dots: dots.map((dot) => 1 - dot),
});

/** Moves everything; what leaves on one side comes in on the other, or is lost. */
export const shifted = (source: Bitmap, dx: number, dy: number, edge: "around" | "lost"): Bitmap => {
  const { width, height } = source;
  const wrap = (value: number, size: number) => ((value % size) + size) % size;
  return makeBitmap(width, height, (x, y) =>
    edge === "around"
      ? dotAt(source, wrap(x - dx, width), wrap(y - dy, height))
      : dotAt(source, x - dx, y - dy),
  );
};

/** Left for right, or top for bottom. */
export const mirrored = (source: Bitmap, way: "left-right" | "top-bottom"): Bitmap =>
  makeBitmap(source.width, source.height, (x, y) =>
    way === "left-right" ? dotAt(source, source.width - 1 - x, y) : dotAt(source, x, source.height - 1 - y),
  );

/** Fills the area of dots like the one at (x, y) that hang together by their sides. */
export function filled(source: Bitmap, x: number, y: number, lit: 0 | 1): Bitmap {
  const { width, height } = source;
  const dots = source.dots.slice();
  if (x < 0 || y < 0 || x >= width || y >= height || dots[y * width + x] === lit) return source;
  const open = [y * width + x];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (dots[at] === lit) continue;
    dots[at] = lit;
    const column = at % width;
    if (column > 0) open.push(at - 1);
    if (column < width - 1) open.push(at + 1);
    if (at >= width) open.push(at - width);
    if (at < width * (height - 1)) open.push(at + width);
  }
  return { width, height, dots };
}

/** How many dots are lit. */
export const litDots = ({ dots }: Bitmap): number => dots.reduce((sum, dot) => sum + dot, 0);

/** Rows packed to bytes, the leftmost dot in bit 7, each row filled up to whole bytes. */
export function packRows({ width, height, dots }: Bitmap): Uint8Array {
  const stride = Math.ceil(width / 8);
  const bytes = new Uint8Array(stride * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (dots[y * width + x]) bytes[y * stride + (x >> 3)]! |= 0x80 >> (x & 7);
  return bytes;
}

/** Reads packed rows; the inverse of {@link packRows}. */
export function unpackRows(bytes: Uint8Array, width: number, height: number): Bitmap {
  const stride = Math.ceil(width / 8);
  return makeBitmap(width, height, (x, y) =>
    ((bytes[y * stride + (x >> 3)] ?? 0) >> (7 - (x & 7))) & 1 ? 1 : 0,
  );
}

/** Columns packed to bytes, the top dot in bit 0, each column filled up to whole bytes. */
export function packColumns({ width, height, dots }: Bitmap): Uint8Array {
  const stride = Math.ceil(height / 8);
  const bytes = new Uint8Array(stride * width);
  for (let x = 0; x < width; x += 1)
    for (let y = 0; y < height; y += 1)
      if (dots[y * width + x]) bytes[x * stride + (y >> 3)]! |= 1 << (y & 7);
  return bytes;
}

const HEX = /^[0-9a-f]*$/;

/** Packed rows as hexadecimal digits. */
export const bitmapHex = (source: Bitmap): string =>
  [...packRows(source)].map((byte) => byte.toString(16).padStart(2, "0")).join("");

/** Reads {@link bitmapHex}; undefined where the text is not as long as the picture wants, or no hexadecimal. */
export function bitmapFromHex(text: string, width: number, height: number): Bitmap | undefined {
  if (text.length !== Math.ceil(width / 8) * height * 2 || !HEX.test(text)) return undefined;
  const bytes = Uint8Array.from({ length: text.length / 2 }, (_, at) =>
    Number.parseInt(text.slice(at * 2, at * 2 + 2), 16),
  );
  return unpackRows(bytes, width, height);
}

/** The part of a picture that has dots in it, without what is blank around; undefined where it has none. */
export function inkOf(picture: Bitmap): Bitmap | undefined {
  const { width, height, dots } = picture;
  let [left, right, top, bottom] = [width, -1, height, -1];
  dots.forEach((dot, at) => {
    if (!dot) return;
    const [x, y] = [at % width, Math.floor(at / width)];
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  });
  return right < 0 ? undefined : windowOf(picture, left, top, right - left + 1, bottom - top + 1);
}
