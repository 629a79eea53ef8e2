import fc from "fast-check";
import {
  BUILT_IN_FONTS,
  Stitcher,
  USUAL_TEXT_SCENE,
  bitmapOf,
  blankBitmap,
  builtInFont,
  drawInto,
  inkOf,
  inverted,
  layLine,
  layText,
  makeBitmap,
  readText,
  readingOf,
  sceneFrames,
  type DotFont,
  type DotGlyph,
} from ".";

/** A font with every glyph changed. */
const changed = (font: DotFont, id: string, change: (glyph: DotGlyph) => DotGlyph): DotFont => ({
  ...font,
  id,
  name: id,
  glyphs: new Map([...font.glyphs].map(([code, glyph]) => [code, change(glyph)])),
});
const even = builtInFont("even")!;

/** Letters that lean over their neighbours' places on both sides. */
const leaning = changed(even, "leaning", (glyph) => {
  const { bitmap, y } = glyph;
  if (bitmap.width === 0) return glyph;
  const lean = (row: number) => Math.floor((y + bitmap.height - 1 - row) / 3);
  const least = Math.min(lean(0), lean(bitmap.height - 1));
  const over = Math.abs(lean(0) - lean(bitmap.height - 1));
  const drawn = makeBitmap(bitmap.width + over, bitmap.height, (x, row) => {
    const column = x - (lean(row) - least);
    return column >= 0 && column < bitmap.width && bitmap.dots[row * bitmap.width + column] === 1;
  });
  return { ...glyph, bitmap: drawn, x: glyph.x + least - 1 };
});
/** Letters with feet, each touching the next one's. */
const footed = changed(even, "footed", (glyph) => {
  const { bitmap } = glyph;
  if (bitmap.width === 0) return glyph;
  const drawn = blankBitmap(bitmap.width + 2, bitmap.height + 1);
  drawInto(drawn, bitmap, 1, 0);
  for (let x = 0; x < drawn.width; x += 1) drawn.dots[bitmap.height * drawn.width + x] = 1;
  return { ...glyph, bitmap: drawn, x: 0, y: glyph.y - 1, advance: drawn.width };
});
const FONTS: readonly DotFont[] = [...BUILT_IN_FONTS, leaning, { ...footed, descent: 2 }];
const WORDS = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijkmnopqrstuvwxyz0123456789.:-+%!?";

describe("a text in a known font reads back exactly", () => {
  const anyText = fc
    .array(fc.array(fc.constantFrom(...WORDS), { minLength: 3, maxLength: 7 }), {
      minLength: 2,
      maxLength: 4,
    })
    .map((words) => words.map((letters) => letters.join("")).join(" "));
  test.each(FONTS.map((font) => [font.id, font] as const))("%s, with any gap", (_, font) => {
    fc.assert(
      fc.property(anyText, fc.integer({ min: 0, max: 3 }), (given, gap) => {
        const text = [...given]
          .filter((letter) => font.glyphs.has(letter.codePointAt(0)!))
          .join("")
          .trim();
        // Two letters far apart may stand so in many ways; a few words stand so in one.
        fc.pre(text.replace(/ /g, "").length >= 6);
        const { ribbon } = layLine(text, font, gap);
        // Letters that this font draws alike are told apart by what may be meant.
        expect(readingOf(ribbon, FONTS, text)).toMatchObject({ text, sure: 1 });
      }),
      { numRuns: 60 },
    );
  });
  test.each([
    ["AAAAAA", 3],
    ["A A A A A A", 0],
    ["AAA AAA", 3],
    ["E 1 E 1", 1],
  ])("%s with a gap of %d: letters with spaces between, or far apart, as it was meant", (text, gap) => {
    for (const font of FONTS) {
      const { ribbon } = layLine(text, font, gap);
      expect([font.id, readText(ribbon, FONTS, text)]).toEqual([font.id, text]);
    }
  });
  test("spaces are counted, at the ends they are nothing to be seen", () => {
    for (const font of FONTS) {
      const { ribbon } = layLine("  AT  6   PM", font);
      expect(readText(ribbon, FONTS)).toBe("AT  6   PM");
    }
  });
  test("running across, after itself, and in lines", () => {
    for (const font of [even, leaning]) {
      for (const motion of ["left", "right"] as const) {
        const frames = sceneFrames({ ...USUAL_TEXT_SCENE, text: "Tide 3.10  out", motion }, 32, 8, font);
        const stitcher = new Stitcher(1);
        const ended = Array.from({ length: frames.count }, (_, at) =>
          stitcher.add(frames.bitmap(at), at * 50),
        );
        const read = ended.flatMap((ribbon) => (ribbon ? [readText(ribbon.bitmap, FONTS)] : []));
        expect(read).toEqual(["Tide 3.10  out"]);
      }
    }
    expect(readText(layText("WIDE\n6 am", even, { align: "right", height: 16 }).ribbon, FONTS)).toBe(
      "WIDE\n6 am",
    );
  });
  test("dark letters on light", () => {
    const picture = blankBitmap(32, 8);
    drawInto(picture, layLine("EBB 4", even).ribbon, 2, 0);
    expect(readingOf(inverted(picture), FONTS)).toMatchObject({ text: "EBB 4", sure: 1 });
  });
  test("of characters that look alike the one that fits its word, or the hint", () => {
    // In this font capital I, small l and the upright are one stroke.
    const stroke = builtInFont("plain")!.glyphs.get("|".codePointAt(0)!)!;
    const alike: DotFont = {
      ...even,
      glyphs: new Map([
        ...even.glyphs,
        ...[..."Il|"].map((one) => [one.codePointAt(0)!, { ...stroke, code: one.codePointAt(0)! }] as const),
      ]),
    };
    const read = (text: string, hint?: string) => readText(layLine(text, alike).ribbon, [alike], hint);
    expect(read("tell")).toBe("tell");
    expect(read("AIR")).toBe("AIR");
    expect(read("tell", "te|")).toBe("te||");
  });
  test("letters of no known font are only like others, and it is said how sure that is", () => {
    const other = bitmapOf([
      "#...#..###..#####..###..",
      "#...#.#...#...#...#...#.",
      "#...#.#.......#...#...#.",
      "#####.#.###...#...#...#.",
      "#...#.#...#...#...#...#.",
      "#...#.#...#...#...#...#.",
      "#...#..####...#....###..",
    ]);
    const { text, sure } = readingOf(other, BUILT_IN_FONTS);
    expect(text).toBe("HGTO");
    expect(sure).toBeGreaterThan(0.5);
    expect(sure).toBeLessThan(1);
  });
});

test("the ink of a picture is what is left without the blank around it", () => {
  expect(inkOf(bitmapOf(["....", ".#..", "..#."]))).toEqual(bitmapOf(["#.", ".#"]));
  expect(inkOf(blankBitmap(3, 3))).toBeUndefined();
});
