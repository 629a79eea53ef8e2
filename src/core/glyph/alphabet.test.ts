import { GLYPHS, VARIANTS, glyphFit, readSegments, writeSegments } from ".";

/** Letters as segments, and whether the shape is theirs or stands in for them. */
const LETTERS: Array<[letters: string, segments: string, fit: "exact" | "stand-in"]> = [
  ["A", "abcefg", "exact"],
  ["b", "cdefg", "exact"],
  ["C", "adef", "exact"],
  ["c", "deg", "exact"],
  ["d", "bcdeg", "exact"],
  ["E", "adefg", "exact"],
  ["F", "aefg", "exact"],
  ["G", "acdef", "exact"],
  ["H", "bcefg", "exact"],
  ["h", "cefg", "exact"],
  ["I", "ef", "exact"],
  ["J", "bcde", "exact"],
  ["L", "def", "exact"],
  ["n", "ceg", "exact"],
  ["o", "cdeg", "exact"],
  ["P", "abefg", "exact"],
  ["r", "eg", "exact"],
  ["t", "defg", "exact"],
  ["U", "bcdef", "exact"],
  ["u", "cde", "exact"],
  ["y", "bcdfg", "exact"],
  ["-", "g", "exact"],
  ["_", "d", "exact"],
  ["°", "abfg", "exact"],
  [" ", "", "exact"],
  ["BDRTNQ", "", "stand-in"],
  ["KMVWX", "", "stand-in"],
];

test.each(LETTERS)("%s", (letters, segments, fit) => {
  for (const letter of letters) {
    const found = glyphFit(letter);
    expect(found.fit).toBe(fit);
    if (fit === "exact" && found.fit === "exact") expect(writeSegments(found.segments)).toBe(segments);
    if (found.fit === "stand-in") expect(found.note.length).toBeGreaterThan(8);
  }
});

test("0 to 9 differ from each other, and each reads back as itself first", () => {
  for (const digit of "0123456789") {
    const fit = glyphFit(digit);
    expect(fit.fit === "exact" && readSegments(fit.segments)[0]).toBe(digit);
  }
});

test("a stand-in that is shown as another glyph has just that glyph's shape", () => {
  for (const glyph of GLYPHS) {
    const fit = glyphFit(glyph);
    if (fit.fit !== "stand-in") continue;
    const as = /^(?:no diagonals: )?shown as (.)$/.exec(fit.note)?.[1];
    if (!as) continue;
    const other = glyphFit(as);
    expect(other.fit !== "cannot" && writeSegments(other.segments)).toBe(writeSegments(fit.segments));
  }
});

test("the accepted variants differ from the usual shapes by one bar or stroke", () => {
  for (const { glyph, segments } of VARIANTS) {
    const usual = glyphFit(glyph);
    if (usual.fit !== "exact") throw new Error(`no usual shape of ${glyph}`);
    expect(Math.abs(usual.segments.length - segments.length)).toBe(1);
  }
});

test("no glyph is listed twice", () => expect(new Set(GLYPHS).size).toBe(GLYPHS.length));
