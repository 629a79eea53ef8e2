import fc from "fast-check";
import {
  bitmapFromHex,
  bitmapHex,
  bitmapOf,
  bitmapRows,
  blankBitmap,
  builtInFont,
  coverOf,
  dotAt,
  drawInto,
  filled,
  fittingFont,
  glyphCell,
  glyphFrom,
  glyphsInOrder,
  inkOf,
  inverted,
  joinedBytes,
  joinedRows,
  litDots,
  makeBitmap,
  mirrored,
  packColumns,
  packRows,
  packRuns,
  readBdf,
  sameBitmap,
  sceneFrames,
  shifted,
  unpackRuns,
  windowOf,
  withGlyph,
  writeBdf,
  type Bitmap,
  type DotFont,
} from ".";
import { unpackRows } from "./bitmap";

const rows = (...list: string[]) => bitmapOf(list);
const said = (picture: Bitmap) => bitmapRows(picture).join("/");

/** Any picture of up to 20 by 12 dots. */
const pictures = fc
  .record({ width: fc.integer({ min: 1, max: 20 }), height: fc.integer({ min: 1, max: 12 }) })
  .chain(({ width, height }) =>
    fc
      .array(fc.constantFrom(0, 1), { minLength: width * height, maxLength: width * height })
      .map((dots): Bitmap => ({ width, height, dots: Uint8Array.from(dots) })),
  );

describe("pictures", () => {
  test("a dot is read where it is; outside there is none", () => {
    const picture = rows("#.", ".#");
    expect([dotAt(picture, 0, 0), dotAt(picture, 1, 0), dotAt(picture, 1, 1)]).toEqual([1, 0, 1]);
    expect([
      dotAt(picture, -1, 0),
      dotAt(picture, 2, 1),
      dotAt(picture, 0, -1),
      dotAt(picture, 1, 2),
    ]).toEqual([0, 0, 0, 0]);
  });

  test("rows of unlike length, spaces and full stops", () => {
    expect(said(rows("x", ". #", ""))).toBe("#../..#/...");
    expect(rows()).toEqual(blankBitmap(0, 0));
  });

  test("a window moves over a picture, dark beyond its edges", () => {
    const picture = rows("#..", ".#.", "..#");
    expect(said(windowOf(picture, 1, 1, 3, 2))).toBe("#../.#.");
    expect(said(windowOf(picture, -1, -1, 2, 2))).toBe("../.#");
  });

  test("a picture is put into another, as far as it is on it, and rubs nothing out", () => {
    const target = rows("#...", "....", "....");
    drawInto(target, rows("##", "##"), 3, 2);
    drawInto(target, rows("##", "##"), -1, -1);
    drawInto(target, rows(".", "#"), 1, 1);
    expect(said(target)).toBe("#.../..../.#.#");
  });

  test("shifted: around its edges nothing is lost, else what leaves is", () => {
    const picture = rows("#.", "..", ".#");
    expect(said(shifted(picture, 1, 0, "around"))).toBe(".#/../#.");
    expect(said(shifted(picture, 0, -1, "around"))).toBe("../.#/#.");
    expect(said(shifted(picture, 1, 0, "lost"))).toBe(".#/../..");
    expect(said(shifted(picture, 0, 1, "lost"))).toBe("../#./..");
  });

  test("mirrored and inverted twice is as it was; a fill takes what hangs together by its sides", () => {
    fc.assert(
      fc.property(pictures, (picture) => {
        expect(mirrored(mirrored(picture, "left-right"), "left-right")).toEqual(picture);
        expect(mirrored(mirrored(picture, "top-bottom"), "top-bottom")).toEqual(picture);
        expect(inverted(inverted(picture))).toEqual(picture);
        expect(litDots(inverted(picture))).toBe(picture.dots.length - litDots(picture));
      }),
    );
    const room = rows("#####", "#...#", "###.#", "#...#", "#####");
    expect(said(filled(room, 1, 1, 1))).toBe("#####/#####/#####/#####/#####");
    expect(said(filled(rows(".#.", "#.#", ".#."), 1, 1, 1))).toBe(".#./###/.#.");
    expect(litDots(filled(room, 0, 0, 0))).toBe(0);
    expect(filled(room, 0, 0, 1)).toBe(room);
    expect(filled(room, 9, 0, 1)).toBe(room);
  });

  test("the ink of a picture is the least window with all its dots", () => {
    expect(said(inkOf(rows("....", ".#..", "...#", "...."))!)).toBe("#../..#");
    expect(inkOf(blankBitmap(4, 4))).toBeUndefined();
    fc.assert(
      fc.property(pictures, (picture) => {
        const ink = inkOf(picture);
        expect(ink ? litDots(ink) : 0).toBe(litDots(picture));
      }),
    );
  });

  test("two pictures are the same by their dots and their size", () => {
    expect(sameBitmap(rows("#."), rows("#."))).toBe(true);
    expect(sameBitmap(rows("#."), rows(".#"))).toBe(false);
    expect(sameBitmap(rows("#."), rows("#", "."))).toBe(false);
  });
});

describe("packing", () => {
  test("rows: leftmost in bit 7, each row filled up; columns: top in bit 0", () => {
    const picture = rows("#.......#", ".#.......");
    expect([...packRows(picture)]).toEqual([0x80, 0x80, 0x40, 0]);
    expect([...packColumns(rows("#", ".", "#", ".", ".", ".", ".", ".", "#"))]).toEqual([0b101, 1]);
    expect([...joinedRows([rows("#"), rows(".......#")])]).toEqual([0x80, 1]);
    expect([...joinedBytes([Uint8Array.of(1, 2), Uint8Array.of(), Uint8Array.of(3)])]).toEqual([1, 2, 3]);
  });

  test("what is packed is unpacked: rows, and their hexadecimal digits", () => {
    fc.assert(
      fc.property(pictures, (picture) => {
        const { width, height } = picture;
        expect(unpackRows(packRows(picture), width, height)).toEqual(picture);
        expect(bitmapFromHex(bitmapHex(picture), width, height)).toEqual(picture);
      }),
    );
    expect(bitmapFromHex("8", 1, 1)).toBeUndefined();
    expect(bitmapFromHex("8g", 1, 1)).toBeUndefined();
    expect(bitmapFromHex("8000", 1, 1)).toBeUndefined();
  });

  test.each<[what: string, bytes: number[], packed: number[]]>([
    ["nothing", [], []],
    ["one byte", [7], [0, 7]],
    ["two alike stay as they are", [7, 7], [1, 7, 7]],
    ["three alike are a run", [7, 7, 7], [254, 7]],
    ["bytes, a run, bytes", [1, 2, 9, 9, 9, 9, 3], [1, 1, 2, 253, 9, 0, 3]],
    ["a run of 128, and one more", Array<number>(129).fill(5), [129, 5, 0, 5]],
    [
      "128 bytes without a run, and one more",
      Array.from({ length: 129 }, (_, at) => at),
      [127, ...Array.from({ length: 128 }, (_, at) => at), 0, 128],
    ],
  ])("runs: %s", (_, bytes, packed) => {
    expect([...packRuns(Uint8Array.from(bytes))]).toEqual(packed);
    expect([...unpackRuns(Uint8Array.from(packed))]).toEqual(bytes);
  });

  test("runs of any bytes come back, and never grow by more than one in 128", () => {
    const some = fc.array(
      fc.record({ byte: fc.integer({ min: 0, max: 3 }), times: fc.integer({ min: 1, max: 300 }) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(some, (runs) => {
        const bytes = Uint8Array.from(runs.flatMap(({ byte, times }) => Array<number>(times).fill(byte)));
        const packed = packRuns(bytes);
        expect([...unpackRuns(packed)]).toEqual([...bytes]);
        expect(packed.length).toBeLessThanOrEqual(bytes.length + Math.ceil(bytes.length / 128));
      }),
    );
  });
});

describe("characters of a font", () => {
  const even = builtInFont("even")!;

  test("drawn in its cell and taken from it again, a character is the same", () => {
    for (const glyph of even.glyphs.values()) {
      const cell = glyphCell(even, glyph);
      const spacing = glyph.advance - cell.width;
      expect(glyphCell(even, glyphFrom(glyph.code, cell, even.ascent, spacing))).toEqual(cell);
    }
  });

  test("what is blank around a drawn cell is kept as place and advance", () => {
    const cell = rows(".....", "..#..", "..#..", ".....", ".....");
    expect(glyphFrom(0x7c, cell, 4, 1)).toEqual({
      code: 0x7c,
      bitmap: rows("#", "#"),
      x: 2,
      y: 1,
      advance: 6,
    });
    expect(glyphFrom(0x20, blankBitmap(3, 5), 4, 1)).toEqual({
      code: 0x20,
      bitmap: blankBitmap(0, 0),
      x: 0,
      y: 0,
      advance: 4,
    });
  });

  test("in the order of their codes, whatever order they came in", () => {
    const made = [0x43, 0x41, 0x42].reduce(
      (font: DotFont, code) => withGlyph(font, code, { ...even.glyphs.get(code)! }),
      { ...even, glyphs: new Map() },
    );
    expect(glyphsInOrder(made).map(({ code }) => code)).toEqual([0x41, 0x42, 0x43]);
    expect(withGlyph(made, 0x42, undefined).glyphs.size).toBe(2);
    expect(made.glyphs.size).toBe(3);
  });

  test("a font too large keeps its first characters, as many as fit, and is one still", () => {
    const whole = writeBdf(even).length;
    for (const most of [whole, Math.round(whole * 0.6), 1200]) {
      const kept = fittingFont(even, most);
      const text = writeBdf(kept);
      expect(text.length).toBeLessThanOrEqual(most);
      expect(readBdf(text, "own").ok).toBe(kept.glyphs.size > 0);
      expect(glyphsInOrder(kept)).toEqual(glyphsInOrder(even).slice(0, kept.glyphs.size));
    }
    expect(fittingFont(even, whole)).toBe(even);
    // Not a single character more would have done by a margin of some.
    expect(fittingFont(even, Math.round(whole * 0.6)).glyphs.size).toBeGreaterThan(even.glyphs.size * 0.5);
    expect(fittingFont(even, 10).glyphs.size).toBe(0);
  });
});

describe("what a view covers, without drawing it", () => {
  const font = builtInFont("even")!;
  const scene = {
    kind: "text",
    text: "HIGH 14:32",
    font: "even",
    step: 40,
    pause: 500,
    repeat: 1,
    inverted: false,
    gap: 0,
    seamless: false,
  } as const;

  test.each(
    (["left", "right", "up", "down", "hold", "blink", "wipe", "type", "bounce", "lines"] as const).flatMap(
      (motion) => (["left", "center", "right"] as const).map((align) => [motion, align] as const),
    ),
  )("%s, %s: its ink is what is lit, its cover where the ribbon is", (motion, align) => {
    for (const [width, height] of [
      [32, 8],
      [8, 8],
      [96, 16],
    ] as const) {
      const frames = sceneFrames({ ...scene, motion, align }, width, height, font);
      const every = Math.max(1, Math.floor(frames.count / 12));
      for (let at = 0; at < frames.count; at += every) {
        const { ribbon, x, y, shown } = frames.view(at);
        const { covered, ink } = coverOf(frames.view(at), width, height);
        expect(ink).toBe(litDots(frames.bitmap(at)));
        const on = makeBitmap(width, height, (column, row) => {
          const [across, down] = [x + column, y + row];
          return column < shown && across >= 0 && across < ribbon.width && down >= 0 && down < ribbon.height;
        });
        expect(covered).toBe(litDots(on));
      }
    }
  });

  test("inverted, all that was dark is lit", () => {
    const plain = sceneFrames({ ...scene, motion: "hold", align: "left" }, 32, 8, font);
    const dark = sceneFrames({ ...scene, motion: "hold", align: "left", inverted: true }, 32, 8, font);
    expect(dark.bitmap(0)).toEqual(inverted(plain.bitmap(0)));
  });

  test("what rests, rests as long as it should; what moves, moves a step at a time", () => {
    const times = (motion: "up" | "down" | "hold" | "blink" | "wipe" | "type" | "bounce" | "left") => {
      const frames = sceneFrames({ ...scene, motion, align: "left" }, 32, 8, font);
      const all = Array.from({ length: frames.count }, (_, at) => frames.time(at));
      return [all.filter((time) => time === 500).length, all.filter((time) => time === 40).length];
    };
    expect(times("hold")).toEqual([1, 0]);
    expect(times("blink")).toEqual([0, 2]);
    expect(times("wipe")).toEqual([1, 31]);
    expect(times("type")).toEqual([1, 9]);
    expect(times("up")).toEqual([1, 15]);
    expect(times("down")).toEqual([1, 15]);
    expect(times("left")[0]).toBe(0);
    const [rests, steps] = times("bounce");
    expect(rests).toBe(2);
    expect(steps! % 2).toBe(0);
  });
});
