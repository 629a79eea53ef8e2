import fc from "fast-check";
import {
  GLYPHS,
  HEXADECIMAL,
  SEGMENTS,
  cellSegments,
  formatByte,
  glyphFit,
  joinCells,
  parseByte,
  parseSegments,
  readSegments,
  segmentBeside,
  splitCells,
  writeSegments,
  type ByteForm,
} from ".";

/** The three bit orders people meet, bit 7 first, with the bytes for 0–9 and A–F. */
const ORDERS: ReadonlyArray<[order: string, bits: string, bytes: string]> = [
  ["a lowest", "dp g f e d c b a", "3F 06 5B 4F 66 6D 7D 07 7F 6F 77 7C 39 5E 79 71"],
  ["a highest", "a b c d e f g dp", "FC 60 DA F2 66 B6 BE E0 FE F6 EE 3E 9C 7A 9E 8E"],
  ["dp then a", "dp a b c d e f g", "7E 30 6D 79 33 5B 5F 70 7F 7B 77 1F 4E 3D 4F 47"],
];

test.each(ORDERS)("digits in the order %s", (_, bits, bytes) => {
  const order = bits.split(" ");
  const values = [...HEXADECIMAL].map((glyph) => {
    const lit = cellSegments({ glyph, point: false });
    return order.reduce((value, segment) => value * 2 + Number(lit.some((one) => one === segment)), 0);
  });
  expect(values).toEqual(bytes.split(" ").map((byte) => parseInt(byte, 16)));
});

test("letters that seven segments cannot show have a stated stand-in; other characters say so", () => {
  for (const letter of "KMVWXkmvwx") expect(glyphFit(letter)).toMatchObject({ fit: "stand-in", note: /./ });
  for (const letter of "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_° ") {
    expect(glyphFit(letter).fit).not.toBe("cannot");
  }
  expect(glyphFit("%")).toMatchObject({ fit: "cannot", note: /“%”/ });
});

test("no stand-in has the shape of a digit it could be misread as, unless its note says so", () => {
  for (const glyph of GLYPHS) {
    const fit = glyphFit(glyph);
    if (fit.fit !== "stand-in") continue;
    const digit = readSegments(fit.segments).find((read) => /\d/.test(read));
    if (digit) expect(fit.note + glyph).toMatch(new RegExp(`${digit}|[sSzZ]`));
  }
});

test("a rig's own shape wins", () => {
  const own = [{ glyph: "7", segments: parseSegments("abcf")! }];
  expect(writeSegments(cellSegments({ glyph: "7", point: true }, own))).toBe("abcfdp");
  expect(readSegments(parseSegments("abcf")!, own)).toEqual(["7"]);
});

test("what a pattern reads as", () => {
  expect(readSegments(parseSegments("abcdgdp")!)[0]).toBe("3");
  expect(readSegments([])[0]).toBe(" ");
  expect(readSegments(parseSegments("adg")!)).toEqual([]);
});

test("segment lists and cells read back as written", () => {
  fc.assert(
    fc.property(fc.subarray([...SEGMENTS]), (segments) => {
      expect(parseSegments(writeSegments(segments))).toEqual(segments);
    }),
  );
  const cell = fc.record({ glyph: fc.constantFrom("0", "A", "-", "°"), point: fc.boolean() });
  fc.assert(fc.property(fc.array(cell), (cells) => expect(splitCells(joinCells(cells))).toEqual(cells)));
  expect(splitCells("2.35.. .")).toHaveLength(5);
  expect(parseSegments("abx")).toBeUndefined();
});

test("bytes read back in every form; others are refused", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 255 }),
      fc.constantFrom<ByteForm>("hex", "decimal", "binary"),
      (value, form) => expect(parseByte(formatByte(value, form))).toEqual({ ok: true, value }),
    ),
  );
  expect(parseByte("3Fh")).toEqual({ ok: true, value: 0x3f });
  expect(parseByte("B0011")).toEqual({ ok: true, value: 3 });
  for (const bad of ["256", "0x100", "", "-1", "0b123", "three"]) expect(parseByte(bad).ok).toBe(false);
});

test("arrows walk over every segment and never off the digit", () => {
  const ways = ["up", "down", "left", "right"] as const;
  const reached = new Set(["a"]);
  for (const from of SEGMENTS) for (const way of ways) reached.add(segmentBeside(from, way) ?? "a");
  expect([...reached].sort()).toEqual([...SEGMENTS].sort());
});
