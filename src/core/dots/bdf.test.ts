import fc from "fast-check";
import { bitmapRows, glyphCell, readBdf } from ".";

const GOOD = `STARTFONT 2.1
FONT -x-y
SIZE 8 75 75
FONTBOUNDINGBOX 4 6 0 -1
STARTPROPERTIES 2
FONT_ASCENT 5
FONT_DESCENT 1
ENDPROPERTIES
CHARS 1
STARTCHAR A
ENCODING 65
SWIDTH 500 0
DWIDTH 5 0
BBX 4 5 0 0
BITMAP
60
90
F0
90
90
ENDCHAR
ENDFONT
`;

describe("BDF files", () => {
  test("a character is drawn from its rows and its box", () => {
    const read = readBdf(GOOD);
    if (!read.ok) throw new Error("not read");
    expect(bitmapRows(glyphCell(read.font, read.font.glyphs.get(65)!))).toEqual([
      ".##..",
      "#..#.",
      "####.",
      "#..#.",
      "#..#.",
      ".....",
    ]);
  });
  test.each<[string, string, number, RegExp]>([
    ["nothing", "", 0, /is empty/],
    ["another kind", "hello\n", 1, /STARTFONT/],
    ["cut off within a character", GOOD.slice(0, GOOD.indexOf("90\n90\nENDCHAR")), 0, /damaged|cut off/],
    ["cut off behind a character", GOOD.replace("ENDFONT\n", ""), 0, /without ENDFONT/],
    ["rows that are no digits", GOOD.replace("F0", "ZZ"), 18, /row 3 of 5/],
    ["a character without its end", GOOD.replace("ENDCHAR\n", ""), 21, /no ENDCHAR/],
    ["huge characters", GOOD.replace("FONTBOUNDINGBOX 4 6", "FONTBOUNDINGBOX 4000 6"), 4, /4000 × 6/],
    ["a huge box", GOOD.replace("BBX 4 5", "BBX 4 5000"), 14, /BBX/],
    ["too many", GOOD.replace("CHARS 1", "CHARS 9999999"), 9, /9999999/],
    ["no number", GOOD.replace("ENCODING 65", "ENCODING A"), 11, /ENCODING/],
    ["no box", GOOD.replace(/FONTBOUNDINGBOX.*\n/, ""), 0, /FONTBOUNDINGBOX/],
  ])("%s is refused, with the line", (_, text, line, says) => {
    const read = readBdf(text);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problems[0]!.message).toMatch(says);
    if (line > 0) expect(read.problems[0]!.line).toBe(line);
  });
  /** A font with one-row characters of these codes in a set of characters. */
  const inSet = (registry: string, encoding: string, codes: readonly number[], named = "") =>
    readBdf(
      [
        "STARTFONT 2.1",
        `FONT ${named || "x"}`,
        "FONTBOUNDINGBOX 4 6 0 -1",
        ...(registry ? [`CHARSET_REGISTRY "${registry}"`, `CHARSET_ENCODING "${encoding}"`] : []),
        `CHARS ${codes.length}`,
        ...codes.flatMap((code) => [
          `STARTCHAR c${code}`,
          `ENCODING ${code}`,
          "DWIDTH 5 0",
          "BBX 4 1 0 0",
          "BITMAP",
          "F0",
          "ENDCHAR",
        ]),
        "ENDFONT",
        "",
      ].join("\n"),
    );
  const X = "-misc-fixed-medium-r-normal--8-80-75-75-c-50-";
  test.each<[string, string, number, string]>([
    ["ISO10646", "1", 0x20ac, "€"],
    ["ISO8859", "1", 0xe4, "ä"],
    ["ISO8859", "2", 0xb1, "ą"],
    ["ISO8859", "5", 0xd0, "а"],
    ["ISO8859", "7", 0xe1, "α"],
    ["ISO8859", "9", 0xfd, "ı"],
    ["ISO8859", "11", 0xa1, "ก"],
    ["ISO8859", "13", 0xe0, "ą"],
    ["ISO8859", "15", 0xa4, "€"],
    ["ISO8859", "16", 0xaa, "Ș"],
    ["KOI8", "R", 0xc1, "а"],
    ["KOI8", "U", 0xa4, "є"],
    ["microsoft", "cp1251", 0xc0, "А"],
    ["JISX0201.1976", "0", 0xb1, "ｱ"],
    ["JISX0201.1976", "0", 0x5c, "¥"],
    ["JISX0208.1983", "0", 0x2422, "あ"],
    ["JISX0208.1983", "0", 0xa4a2, "あ"],
    ["JISX0212.1990", "0", 0x3021, "丂"],
    ["GB2312.1980", "0", 0x3021, "啊"],
    ["KSC5601.1987", "0", 0x3021, "가"],
    ["BIG5", "0", 0xa440, "一"],
  ])("%s-%s: code %i is %s", (registry, encoding, code, character) => {
    for (const read of [
      inSet(registry, encoding, [code]),
      inSet("", "", [code], `${X}${registry}-${encoding}`),
    ]) {
      if (!read.ok) throw new Error(read.problems[0]!.message);
      expect([...read.font.glyphs.keys()].map((point) => String.fromCodePoint(point))).toEqual([character]);
      expect(read.skipped).toEqual([]);
    }
  });
  test("symbols are not taken for letters, and an unknown set is named; the counts add up", () => {
    const symbols = inSet("Adobe", "FontSpecific", [65, 200]);
    if (!symbols.ok) throw new Error("not read");
    expect([...symbols.font.glyphs.keys()]).toEqual([0xf041, 0xf0c8]);
    expect(symbols.skipped[0]!.message).toMatch(/symbols of its own \(Adobe-FontSpecific\)/);
    const unknown = inSet("VISCII1.1", "1", [65, 200, 201, 65]);
    if (!unknown.ok) throw new Error("not read");
    expect([...unknown.font.glyphs.keys()]).toEqual([65]);
    expect(unknown.counts).toEqual({ read: 4, taken: 1, left: 2, repeated: 1 });
    expect(unknown.skipped[0]!.message).toMatch(/VISCII1.1-1, .* not known here: 2 of them are left out/);
    const holes = inSet("ISO8859", "7", [0x41, 0xae, 0x80]);
    if (!holes.ok) throw new Error("not read");
    expect(holes.counts).toEqual({ read: 3, taken: 1, left: 2, repeated: 0 });
    expect(holes.skipped[0]!.message).toMatch(/2 codes that are no character of ISO8859-7/);
    expect(inSet("VISCII1.1", "1", [200])).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/VISCII1.1-1/) }],
    });
    const short = readBdf(GOOD.replace("CHARS 1", "CHARS 3"));
    expect(short.ok && short.skipped[0]!.message).toBe("says 3 characters and holds 1");
  });
  test("any text at all is read or refused, never more", () => {
    fc.assert(
      fc.property(
        fc.nat(GOOD.length),
        fc.nat(GOOD.length),
        fc.string({ maxLength: 12 }),
        (from, to, text) => {
          readBdf(GOOD.slice(0, Math.min(from, to)) + text + GOOD.slice(Math.max(from, to)));
        },
      ),
    );
  });
});
