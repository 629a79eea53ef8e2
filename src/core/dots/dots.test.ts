import fc from "fast-check";
import {
  BUILT_IN_FONTS,
  ORIENTATIONS,
  STRAIGHT,
  Stitcher,
  USUAL_TEXT_SCENE,
  bitmapFromHex,
  bitmapHex,
  bitmapOf,
  bitmapRows,
  builtInFont,
  fontHeight,
  glyphCell,
  glyphOf,
  layLine,
  layText,
  makeBitmap,
  orientedTwice,
  readBdf,
  readText,
  sameBitmap,
  sceneFrames,
  seenAs,
  shifted,
  undone,
  windowOf,
  writeBdf,
  type TextScene,
} from ".";

const anyBitmap = (most = 20) =>
  fc
    .tuple(
      fc.integer({ min: 1, max: most }),
      fc.integer({ min: 1, max: most }),
      fc.infiniteStream(fc.boolean()),
    )
    .map(([width, height, dots]) => makeBitmap(width, height, () => dots.next().value as boolean));
const even = builtInFont("even")!;

describe("pictures", () => {
  test("rows of text and hexadecimal digits come back as they were", () => {
    fc.assert(
      fc.property(anyBitmap(), (bitmap) => {
        expect(sameBitmap(bitmapOf(bitmapRows(bitmap)), bitmap)).toBe(true);
        expect(bitmapFromHex(bitmapHex(bitmap), bitmap.width, bitmap.height)).toEqual(bitmap);
      }),
    );
    expect(bitmapFromHex("zz", 8, 1)).toBeUndefined();
    expect(bitmapFromHex("ff", 8, 2)).toBeUndefined();
  });
  test("shifted around and back is the same; lost is lost", () => {
    fc.assert(
      fc.property(anyBitmap(), fc.integer({ min: -30, max: 30 }), (bitmap, by) => {
        expect(shifted(shifted(bitmap, by, -by, "around"), -by, by, "around")).toEqual(bitmap);
      }),
    );
    expect(bitmapRows(shifted(bitmapOf(["#.#"]), 1, 0, "lost"))).toEqual([".#."]);
  });
});

describe("orientation", () => {
  const corner = bitmapOf(["##.", "#..", "..."]);
  test.each([
    [0, false, ["##.", "#..", "..."]],
    [90, false, [".##", "..#", "..."]],
    [180, false, ["...", "..#", ".##"]],
    [270, false, ["...", "#..", "##."]],
    [0, true, [".##", "..#", "..."]],
    [90, true, ["...", "..#", ".##"]],
  ] as const)("turned by %i, mirrored %s", (turn, mirrored, rows) =>
    expect(bitmapRows(seenAs(corner, { turn, mirrored }))).toEqual(rows),
  );
  test("all eight are different, each can be undone, and two are again one of them", () => {
    const mark = bitmapOf(["##..", "#...", ".#.."]);
    const seen = new Set(ORIENTATIONS.map((one) => bitmapRows(seenAs(mark, one)).join("/")));
    expect(seen.size).toBe(8);
    for (const one of ORIENTATIONS) {
      expect(orientedTwice(one, undone(one))).toEqual(STRAIGHT);
      for (const other of ORIENTATIONS)
        expect(seenAs(mark, orientedTwice(one, other))).toEqual(seenAs(seenAs(mark, one), other));
    }
  });
});

describe("fonts", () => {
  test.each(BUILT_IN_FONTS.map((font) => [font.id, font] as const))(
    "%s has all of ASCII, or capitals for it",
    (_, font) => {
      for (let code = 0x20; code < 0x7f; code += 1) {
        const { standIns } = layLine(String.fromCharCode(code), font);
        expect(standIns.every(({ shown }) => shown !== undefined)).toBe(true);
      }
    },
  );
  test.each(["plain", "even", "strong"])("%s has Latin-1, arrows, the degree and weather marks", (id) => {
    const font = builtInFont(id)!;
    const marks = "°±←↑→↓↖↗↘↙☀☁☂☃⚡❄½éÅñüß";
    const missing = [...marks].filter((mark) => !glyphOf(font, mark));
    for (let code = 0xa1; code < 0x100; code += 1)
      if (!font.glyphs.has(code)) missing.push(String.fromCharCode(code));
    expect(missing).toEqual([]);
  });
  test("no two letters or figures of a font look alike", () => {
    for (const font of BUILT_IN_FONTS) {
      const seen = new Map<string, string>();
      for (const character of "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789") {
        const look = bitmapRows(glyphCell(font, glyphOf(font, character)!)).join("/");
        expect([seen.get(look), character]).toEqual([
          font.id === "narrow" ? seen.get(look) : undefined,
          character,
        ]);
        seen.set(look, character);
      }
    }
  });
  test("written as BDF and read again every dot is where it was", () => {
    for (const font of BUILT_IN_FONTS) {
      const read = readBdf(writeBdf(font), font.id);
      if (!read.ok) throw new Error(read.problems[0]!.message);
      expect(read.skipped).toEqual([]);
      expect([read.font.ascent, read.font.descent, read.font.name]).toEqual([
        font.ascent,
        font.descent,
        font.name,
      ]);
      expect(new Map(read.font.glyphs)).toEqual(new Map(font.glyphs));
    }
  });
});

describe("text", () => {
  test("letters the font lacks are named, with what stands for them", () => {
    const { standIns } = layLine("naïve “ж”", builtInFont("narrow")!);
    expect(standIns).toEqual([
      { character: "n", shown: "N" },
      { character: "a", shown: "A" },
      { character: "ï", shown: "I" },
      { character: "v", shown: "V" },
      { character: "e", shown: "E" },
      { character: "“", shown: '"' },
      { character: "ж", shown: undefined },
      { character: "”", shown: '"' },
    ]);
  });
  test("letters stand where they say", () => {
    const { ribbon, letters } = layLine("Hi 3", even);
    expect(letters.map(({ character }) => character).join("")).toBe("Hi 3");
    expect(letters[3]!.from).toBeGreaterThan(letters[1]!.to);
    expect(readText(windowOf(ribbon, letters[3]!.from, 0, 5, 8), BUILT_IN_FONTS)).toBe("3");
  });
  test("lines are stacked and aligned", () => {
    const { ribbon } = layText("WIDE\ni", even, { align: "right", height: 16 });
    expect(ribbon.height).toBe(16);
    expect(readText(ribbon, BUILT_IN_FONTS)).toBe("WIDE\ni");
  });
});

describe("scenes", () => {
  const scene = (motion: TextScene["motion"], more: Partial<TextScene> = {}): TextScene => ({
    ...USUAL_TEXT_SCENE,
    text: "TIDE 3",
    motion,
    ...more,
  });
  const ribbonWidth = layLine("TIDE 3", even).ribbon.width;
  const run = (one: TextScene) => sceneFrames(one, 16, 8, even);
  const picture = (one: TextScene, at: number) => run(one).bitmap(at);
  test("left: one column comes in, all of it goes by, the last column leaves", () => {
    const frames = run(scene("left"));
    expect(frames.count).toBe(ribbonWidth + 16);
    expect(
      sameBitmap(windowOf(frames.bitmap(0), 15, 0, 1, 8), windowOf(frames.laid!.ribbon, 0, 0, 1, 8)),
    ).toBe(true);
    expect(frames.bitmap(frames.count - 1).dots.some((dot) => dot === 1)).toBe(false);
    for (let at = 1; at < frames.count; at += 1)
      expect(
        sameBitmap(windowOf(frames.bitmap(at), 0, 0, 15, 8), windowOf(frames.bitmap(at - 1), 1, 0, 15, 8)),
      ).toBe(true);
  });
  test("right is left backwards, one frame off", () => {
    const [left, right] = [run(scene("left")), run(scene("right"))];
    expect(right.bitmap(3)).toEqual(left.bitmap(left.count - 1 - 4));
  });
  test("a seamless run leads from its last frame to its first", () => {
    const frames = run(scene("left", { seamless: true }));
    const next = windowOf(frames.bitmap(frames.count - 1), 1, 0, 15, 8);
    expect(sameBitmap(windowOf(frames.bitmap(0), 0, 0, 15, 8), next)).toBe(true);
  });
  test("what stands still, blinks, is wiped in, typed or bounces ends as it should", () => {
    const short = { text: "AB", align: "left" } as const;
    const whole = picture(scene("hold", short), 0);
    expect(readText(whole, BUILT_IN_FONTS)).toBe("AB");
    expect([0, 1].map((at) => picture(scene("blink", short), at).dots.includes(1))).toEqual([true, false]);
    expect(picture(scene("wipe", short), 15)).toEqual(whole);
    expect(readText(picture(scene("type", short), 0), BUILT_IN_FONTS)).toBe("A");
    expect(picture(scene("type", short), 1)).toEqual(whole);
    const bounce = run(scene("bounce"));
    expect(bounce.count).toBe(2 * (ribbonWidth - 16));
    expect(bounce.time(0)).toBe(1000);
    expect(picture(scene("lines", { text: "A\nB" }), 1)).toEqual(picture(scene("hold", { text: "B" }), 0));
    expect(picture(scene("hold", { inverted: true, text: "" }), 0).dots.every((dot) => dot === 1)).toBe(true);
  });
  test("up and down pass the place at which a text stands still", () => {
    for (const motion of ["up", "down"] as const) {
      const frames = run(scene(motion, { text: "AB" }));
      const rest = Array.from({ length: frames.count }, (_, at) => at).find(
        (at) => frames.time(at) === 1000,
      )!;
      expect(readText(frames.bitmap(rest), BUILT_IN_FONTS)).toBe("AB");
    }
  });
});

describe("reading", () => {
  const WORDS = ["HIGH 14:32", "3.1 m", "Boats in by 16:00!", "il1 iI|", "↑ FLOOD 12.5°", "Grüße, 50% off"];
  test.each(WORDS.flatMap((text) => ["plain", "even", "strong"].map((id) => [text, id] as const)))(
    "“%s” in %s reads as what it is",
    (text, id) => {
      const { ribbon } = layLine(text, builtInFont(id)!);
      expect(readText(ribbon, BUILT_IN_FONTS)).toBe(text);
    },
  );
  test("letters drawn by somebody else are read by their likeness", () => {
    const other = bitmapOf([
      "#...#..###..#####..###..",
      "#...#.#...#...#...#...#.",
      "#...#.#.......#...#...#.",
      "#####.#.###...#...#...#.",
      "#...#.#...#...#...#...#.",
      "#...#.#...#...#...#...#.",
      "#...#..####...#....###..",
    ]);
    expect(readText(other, BUILT_IN_FONTS)).toBe("HGTO");
  });
  test("a text that runs across a display is read whole", () => {
    for (const motion of ["left", "right"] as const) {
      const frames = sceneFrames({ ...USUAL_TEXT_SCENE, text: "HIGH 14:32  3.1 m", motion }, 32, 8, even);
      const stitcher = new Stitcher(1);
      const ended = Array.from({ length: frames.count }, (_, at) =>
        stitcher.add(frames.bitmap(at), at * 50),
      ).filter((ribbon) => ribbon !== undefined);
      expect(ended.map(({ moved, bitmap }) => [moved, readText(bitmap, BUILT_IN_FONTS)])).toEqual([
        [motion, "HIGH 14:32  3.1 m"],
      ]);
      expect(stitcher.finish(frames.count * 50)).toEqual([]);
    }
  });
});

test("the height of a font is what is above and below its baseline", () =>
  expect(BUILT_IN_FONTS.map(fontHeight)).toEqual([8, 8, 8, 5]));

test("words in a font nobody knows here are read by their likeness", () => {
  // The first letters as they are often drawn elsewhere: four columns, six and seven rows, a plain nought.
  const picture = bitmapOf([
    "#..#.####.#....#.....##........###...##..#..#.####",
    "#..#.#....#....#....#..#......#...#.#..#.#..#.#...",
    "####.###..#....#....#..#......#...#.#..#.#..#.###.",
    "#..#.#....#....#....#..#......#...#.#..#.#..#.#...",
    "#..#.#....#....#....#..#......#...#.#..#.#..#.#...",
    "#..#.####.####.####..##........###...##...##..####",
  ]);
  expect(readText(picture, BUILT_IN_FONTS)).toMatch(/^HELLO OOUE$/);
});
