import fc from "fast-check";
import { GifReader } from "omggif";
import { bitmapOf, makeBitmap, packRuns, sameBitmap, unpackRuns } from "../dots";
import { GifWriter, readPictures, toDots, writePbm, writePng, type GreyPicture } from ".";

const anyBitmap = fc
  .tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 24 }), fc.infiniteStream(fc.boolean()))
  .map(([width, height, dots]) => makeBitmap(width, height, () => dots.next().value as boolean));

const asDots = (picture: GreyPicture) =>
  toDots(picture, {
    width: picture.width,
    height: picture.height,
    fit: "none",
    method: "threshold",
    threshold: 128,
    inverted: false,
  });

function onePicture(bytes: Uint8Array): GreyPicture {
  const read = readPictures(bytes);
  if (!read.ok) throw new Error(read.message);
  return read.pictures[0]!;
}

test.each([
  ["PNG", (bitmap: ReturnType<typeof bitmapOf>) => writePng(bitmap)],
  ["PBM", writePbm],
])("a %s written is the same picture when read", (_, write) => {
  fc.assert(
    fc.property(anyBitmap, (bitmap) => sameBitmap(asDots(onePicture(write(bitmap))), bitmap)),
    { numRuns: 60 },
  );
});

test("a GIF keeps every frame and its time, to a hundredth of a second over the whole run", () => {
  const frames = [bitmapOf(["#.", ".#"]), bitmapOf([".#", "#."]), bitmapOf(["##", "##"])];
  const writer = new GifWriter();
  frames.forEach((frame) => writer.add(() => frame, 33.4));
  const read = readPictures(writer.finish());
  if (!read.ok) throw new Error(read.message);
  expect(read.pictures.map(asDots)).toEqual(frames);
  expect(read.pictures.reduce((sum, { time }) => sum + time, 0)).toBe(100);
  expect(new GifReader(writer.finish() as unknown as Buffer).loopCount()).toBe(0);
});

test.each([1, 3, 5, 9, 12, 18, 25])("frames of %i ms: the whole lasts what it should", (time) => {
  const writer = new GifWriter();
  const bitmaps = Array.from({ length: 400 }, (_, at) =>
    bitmapOf([at % 2 ? "#." : ".#", at % 3 ? "##" : ".."]),
  );
  bitmaps.forEach((bitmap) => writer.add(() => bitmap, time));
  const read = readPictures(writer.finish());
  if (!read.ok) throw new Error(read.message);
  const whole = read.pictures.reduce((sum, one) => sum + one.time, 0);
  expect(Math.abs(whole - 400 * time)).toBeLessThanOrEqual(20);
  expect(read.pictures.every((one) => one.time >= 20)).toBe(true);
  expect(read.pictures.length + writer.leftOut).toBe(400);
});

test("a plain PBM with comments and no spaces between its dots", () => {
  const text = "P1\n# a boat\n3 2\n101\n0 1 0\n";
  expect(asDots(onePicture(new TextEncoder().encode(text)))).toEqual(bitmapOf(["#.#", ".#."]));
});

test.each<[string, Uint8Array, RegExp]>([
  ["nothing", new Uint8Array(), /empty/],
  ["a text", new TextEncoder().encode("hello"), /none of the pictures/],
  ["a PNG that is cut off", writePng(bitmapOf(["#.#"])).slice(0, 50), /damaged or cut off/],
  ["a PNG that says it is huge", hugePng(), /at most 8192/],
  ["a GIF that is cut off", gif().slice(0, 30), /damaged or cut off/],
  ["a PBM without its dots", new TextEncoder().encode("P4\n800 600\n"), /ends after 0 of 60000 bytes/],
  ["a PBM with letters", new TextEncoder().encode("P1\n2 2\n1 0 x 1"), /dot 3 of 4/],
  ["a PBM that is too wide", new TextEncoder().encode("P4\n99999 1\n"), /at most 8192/],
])("%s is refused with a word", (_, bytes, says) => {
  const read = readPictures(bytes);
  expect(read.ok ? "" : read.message).toMatch(says);
});

function gif(): Uint8Array {
  const writer = new GifWriter();
  writer.add(() => bitmapOf(["#.#.#.#."]), 100);
  return writer.finish();
}

function hugePng(): Uint8Array {
  const bytes = writePng(bitmapOf(["#"]));
  new DataView(bytes.buffer).setUint32(16, 60_000);
  return bytes;
}

test("random bytes behind any head never throw", () => {
  const heads = [writePng(bitmapOf(["#.#"])), gif(), writePbm(bitmapOf(["###"]))];
  fc.assert(
    fc.property(
      fc.constantFrom(...heads),
      fc.nat(60),
      fc.uint8Array({ maxLength: 80 }),
      (head, keep, rest) => {
        readPictures(Uint8Array.from([...head.slice(0, keep), ...rest]));
      },
    ),
    { numRuns: 300 },
  );
});

test("half a shade is half the dots when dithered, all or none when not", () => {
  const grey = { width: 16, height: 16, grey: new Uint8Array(256).fill(128), time: 0 };
  const lit = (method: "threshold" | "dither") =>
    toDots(grey, {
      width: 16,
      height: 16,
      fit: "contain",
      method,
      threshold: 128,
      inverted: false,
    }).dots.reduce((sum, dot) => sum + dot, 0);
  expect(lit("threshold")).toBe(256);
  expect(Math.abs(lit("dither") - 128)).toBeLessThan(12);
});

test("run-length packing comes back as it was", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(0, 0, 0, 1, 255), { maxLength: 600 }), (values) => {
      const bytes = Uint8Array.from(values);
      expect(unpackRuns(packRuns(bytes))).toEqual(bytes);
    }),
  );
  expect([...packRuns(new Uint8Array(300))]).toEqual([129, 0, 129, 0, 213, 0]);
});
