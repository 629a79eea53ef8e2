import { deflateSync } from "node:zlib";
import fc from "fast-check";
import { bitmapOf, bitmapRows } from "../dots";
import { GifWriter, isDarkOnClear, readPictures, toDots, type GreyPicture } from ".";
import { interlacedRows } from "./read-gif";

/** A PNG as the specification has it, written row by row and pass by pass without filters. */
interface Made {
  readonly width: number;
  readonly height: number;
  readonly depth: 1 | 2 | 4 | 8 | 16;
  readonly type: 0 | 2 | 3 | 4 | 6;
  readonly interlaced: boolean;
  /** Samples of a dot. */
  readonly dot: (x: number, y: number) => readonly number[];
  readonly chunks?: ReadonlyArray<readonly [string, readonly number[]]>;
}

function crc(bytes: Uint8Array): number {
  let sum = 0xffffffff;
  for (const byte of bytes) {
    sum ^= byte;
    for (let bit = 0; bit < 8; bit += 1) sum = sum & 1 ? (sum >>> 1) ^ 0xedb88320 : sum >>> 1;
  }
  return (sum ^ 0xffffffff) >>> 0;
}

function chunk(type: string, data: Uint8Array | readonly number[]): number[] {
  const body = [...Buffer.from(type), ...data];
  const word = (value: number) => [value >>> 24, (value >> 16) & 255, (value >> 8) & 255, value & 255];
  return [...word(data.length), ...body, ...word(crc(Uint8Array.from(body)))];
}

function png({ width, height, depth, type, interlaced, dot, chunks = [] }: Made): Uint8Array {
  const passes = interlaced
    ? [
        [0, 0, 8, 8],
        [4, 0, 8, 8],
        [0, 4, 4, 8],
        [2, 0, 4, 4],
        [0, 2, 2, 4],
        [1, 0, 2, 2],
        [0, 1, 1, 2],
      ]
    : [[0, 0, 1, 1]];
  const raw: number[] = [];
  for (const [x0, y0, dx, dy] of passes as Array<[number, number, number, number]>) {
    if (x0 >= width) continue;
    for (let y = y0; y < height; y += dy) {
      raw.push(0);
      let bits = "";
      for (let x = x0; x < width; x += dx)
        for (const sample of dot(x, y)) bits += sample.toString(2).padStart(depth, "0");
      for (let at = 0; at < bits.length; at += 8)
        raw.push(parseInt(bits.slice(at, at + 8).padEnd(8, "0"), 2));
    }
  }
  const word = (value: number) => [0, 0, value >> 8, value & 255];
  return Uint8Array.from([
    ...[0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    ...chunk("IHDR", [...word(width), ...word(height), depth, type, 0, 0, Number(interlaced)]),
    ...chunks.flatMap(([name, data]) => chunk(name, data)),
    ...chunk("IDAT", deflateSync(Uint8Array.from(raw))),
    ...chunk("IEND", []),
  ]);
}

function pictureOf(bytes: Uint8Array): GreyPicture {
  const read = readPictures(bytes);
  if (!read.ok) throw new Error(read.message);
  expect(read.pictures).toHaveLength(1);
  return read.pictures[0]!;
}

const sizes = fc.tuple(fc.integer({ min: 1, max: 21 }), fc.integer({ min: 1, max: 21 }));

describe("PNG", () => {
  test.each([
    [0, 1],
    [0, 2],
    [0, 4],
    [0, 8],
    [0, 16],
    [3, 1],
    [3, 2],
    [3, 4],
    [3, 8],
    [2, 8],
    [2, 16],
    [4, 8],
    [6, 8],
  ] as const)("colour type %i with %i bits, interlaced or not, is the same picture", (type, depth) => {
    fc.assert(
      fc.property(sizes, fc.integer({ min: 1, max: 1e6 }), ([width, height], seed) => {
        const most = 2 ** depth - 1;
        const channels = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 }[type];
        const sample = (x: number, y: number, channel: number) =>
          ((x * 7 + y * 13 + channel * 5 + 1) * seed) % (most + 1);
        const dot = (x: number, y: number) => Array.from({ length: channels }, (_, at) => sample(x, y, at));
        const palette = Array.from({ length: 3 * (type === 3 ? 2 ** depth : 0) }, (_, at) => (at * 37) % 256);
        const chunks = type === 3 ? ([["PLTE", palette]] as const) : [];
        const made = { width, height, depth, type, dot, chunks };
        const interlaced = pictureOf(png({ ...made, interlaced: true }));
        expect(interlaced).toEqual(pictureOf(png({ ...made, interlaced: false })));
        if (type !== 0) return;
        for (let y = 0; y < height; y += 1)
          for (let x = 0; x < width; x += 1)
            expect(interlaced.grey[y * width + x]).toBe(Math.round((sample(x, y, 0) / most) * 255));
      }),
      { numRuns: 25 },
    );
  });
  test.each([
    ["a colour", 2, 8, [0, 9, 0, 8, 0, 7], [9, 8, 7], [9, 8, 6]],
    ["a colour of sixteen bits", 2, 16, [1, 2, 3, 4, 5, 6], [258, 772, 1286], [258, 772, 1287]],
    ["a grey of two bits", 0, 2, [0, 2], [2], [1]],
  ] as const)("%s that stands for transparent is transparent", (_, type, depth, key, clear, solid) => {
    for (const interlaced of [false, true]) {
      const { alpha } = pictureOf(
        png({
          width: 2,
          height: 2,
          depth,
          type,
          interlaced,
          dot: (x) => (x === 0 ? clear : solid),
          chunks: [["tRNS", key]],
        }),
      );
      expect([...alpha!]).toEqual([0, 255, 0, 255]);
    }
  });
  test("an interlaced one that is cut off is refused", () => {
    const whole = png({
      width: 9,
      height: 9,
      depth: 2,
      type: 0,
      interlaced: true,
      dot: (x, y) => [(x + y) % 4],
    });
    for (const at of [40, 50, whole.length - 14]) expect(readPictures(whole.slice(0, at)).ok).toBe(false);
  });
  test("a large picture is read", () => {
    const large = png({
      width: 640,
      height: 480,
      depth: 8,
      type: 2,
      interlaced: false,
      dot: (x, y) => [x & 255, y & 255, 9],
    });
    expect(pictureOf(large).grey[479 * 640 + 639]).toBe(Math.round(0.299 * 127 + 0.587 * 223 + 0.114 * 9));
  });
});

test("interlaced GIF frames of any height have their rows in order", () => {
  for (let height = 1; height <= 34; height += 1) {
    const rows = Array.from({ length: height }, (_, y) =>
      y.toString(2).padStart(7, "0").replace(/0/g, ".").replace(/1/g, "#"),
    );
    const writer = new GifWriter();
    writer.add(() => bitmapOf(interlacedRows(height).map((row) => rows[row]!)), 100);
    const bytes = writer.finish();
    // The flag of an interlaced frame is in the last byte of its descriptor.
    const at = bytes.findIndex(
      (byte, place) => byte === 0x2c && bytes[place + 5] === 7 && bytes[place + 7] === height,
    );
    bytes[at + 9]! |= 0x40;
    expect(bitmapRows(dots(pictureOf(bytes)))).toEqual(rows);
  }
});

const dots = (picture: GreyPicture, more: Partial<Parameters<typeof toDots>[1]> = {}) =>
  toDots(picture, {
    width: picture.width,
    height: picture.height,
    fit: "none",
    method: "threshold",
    threshold: 128,
    inverted: false,
    ...more,
  });

describe("portable formats", () => {
  const text = (given: string) => new TextEncoder().encode(given);
  test.each<[string, Uint8Array, readonly number[]]>([
    ["plain greymap", text("P2\n# shades\n3 1\n15\n0 15 5\n"), [0, 255, 85]],
    ["raw greymap", Uint8Array.from([...text("P5 2 1 255\n"), 7, 200]), [7, 200]],
    [
      "raw greymap of two bytes",
      Uint8Array.from([...text("P5 2 1 65535\n"), 0x80, 0, 0xff, 0xff]),
      [128, 255],
    ],
    ["plain pixmap", text("P3 2 1 255 255 0 0  0 0 255"), [76, 29]],
    ["raw pixmap", Uint8Array.from([...text("P6\n1 1\n255\n"), 0, 255, 0]), [150]],
    ["plain bitmap", text("P1 2 1 10"), [255, 0]],
  ])("%s", (_, bytes, grey) => expect([...pictureOf(bytes).grey]).toEqual(grey));
  test.each<[string, string, RegExp]>([
    ["a value over the brightest", "P2 2 1 9 3 10", /dot 2 of 2 is missing or no number up to 9/],
    ["no brightest value", "P5 2 1", /brightest value/],
    ["bytes missing", "P6 2 2 255\nabc", /ends after 3 of 12 bytes/],
  ])("%s is refused", (_, given, says) => {
    const read = readPictures(text(given));
    expect(read.ok ? "" : read.message).toMatch(says);
  });
});

test("a dark drawing on a transparent ground is told of, and either can be lit", () => {
  const drawn = (dark: boolean) =>
    pictureOf(
      png({
        width: 3,
        height: 1,
        depth: 8,
        type: 6,
        interlaced: false,
        dot: (x) => (x === 1 ? (dark ? [0, 0, 0, 255] : [250, 250, 250, 255]) : [0, 0, 0, 0]),
      }),
    );
  expect([isDarkOnClear(drawn(true)), isDarkOnClear(drawn(false))]).toEqual([true, false]);
  expect(bitmapRows(dots(drawn(true)))).toEqual(["..."]);
  expect(bitmapRows(dots(drawn(true), { ground: "light", inverted: true }))).toEqual([".#."]);
  expect(bitmapRows(dots(drawn(true), { ground: "light" }))).toEqual(["#.#"]);
  expect(bitmapRows(dots(drawn(false)))).toEqual([".#."]);
});
